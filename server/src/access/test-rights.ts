/** What somebody may do with a test. */
import type { SignedIn } from './signed-in';
import type { Test } from '../models';

/** @param test read with the share of whoever asks */
export const testRight = (
  { ownerId, shares = [] }: Test,
  { account }: SignedIn,
): 'read' | 'edit' => (ownerId === account.id || shares[0]?.right === 'edit' ? 'edit' : 'read');
