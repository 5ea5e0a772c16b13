/** Says in words what a change on this page would change: the original, or my copy. */
import { listing } from '@oaken/core/text';
import type { AboutTest } from './useTest';

export function whoseWords(
  aboutTest: Pick<AboutTest, 'mine' | 'may' | 'owner' | 'builders' | 'copiedFrom' | 'reach'>,
): string {
  const { mine, may, owner, builders, copiedFrom, reach } = aboutTest;
  if (may === 'read')
    return `${owner}’s original. You can look at it and copy it; nothing here changes it.`;
  if (!mine)
    return `${owner}’s original: what you change, you change for ${owner}${builders.length > 1 ? ' and the others who build it' : ' too'}.`;
  if (copiedFrom)
    return `Your copy of “${copiedFrom.title}” by ${copiedFrom.owner}; the original is not touched.`;
  if (builders.length > 0) return `Your original, built together with ${listing(builders)}.`;
  return reach === 'mine'
    ? ''
    : `Your original, on the shelf for ${reach === 'school' ? 'your school' : 'everybody'}; their copies stay as they are.`;
}
