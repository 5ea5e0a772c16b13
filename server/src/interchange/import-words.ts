import type { ImportState } from '@oaken/contract/interchange';
import type { UnreadColumn } from '@oaken/core/interchange';

export const unreadInWords = ({ name, meant }: UnreadColumn): ImportState['problems'][number] => ({
  line: 1,
  column: name.slice(0, 80),
  message:
    meant === null
      ? 'Nothing is read from this column.'
      : `Nothing is read from this column. Call it “${meant}” if that is what it holds.`,
});
