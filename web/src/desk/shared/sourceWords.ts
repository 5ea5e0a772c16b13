import type { SourceTest } from '@oaken/contract/banks';
import { say } from '../../words/teacher';

/** Says which test something was copied out of. */
export const sourceWords = ({ title, owner }: SourceTest): string =>
  title === null ? say('tests.fromTestOf', { owner }) : say('tests.fromTestBy', { owner, title });
