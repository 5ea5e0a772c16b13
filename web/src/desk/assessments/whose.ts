/** Says in words what a change on this page would change: the original, or my copy. */
import { listing } from '@oaken/core/text';
import type { AboutTest } from './useTest';
import { say } from '../../words/teacher';

export function whoseWords(
  aboutTest: Pick<AboutTest, 'mine' | 'may' | 'owner' | 'builders' | 'copiedFrom' | 'reach'>,
): string {
  const { mine, may, owner, builders, copiedFrom, reach } = aboutTest;
  if (may === 'read') return say('tests.ownerSOriginalYou', { owner });
  if (!mine)
    return say('tests.ownerSOriginalWhat', {
      owner,
      value: builders.length > 1 ? say('tests.andOthersWhoBuild') : say('tests.too'),
    });
  if (copiedFrom)
    return say('tests.yourCopyTitleBy', { title: copiedFrom.title, owner: copiedFrom.owner });
  if (builders.length > 0)
    return say('tests.yourOriginalBuiltTogether', { builders: listing(builders) });
  return reach === 'mine'
    ? ''
    : say('tests.yourOriginalSharedWith', {
        value: reach === 'school' ? say('tests.yourSchool') : say('tests.everybody'),
      });
}
