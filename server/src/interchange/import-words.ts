import type { ImportState } from '@oaken/contract/interchange';
import type { UnreadColumn } from '@oaken/core/interchange';
import { sentence } from './sentences';

export const unreadInWords = ({ name, meant }: UnreadColumn): ImportState['problems'][number] => ({
  line: 1,
  column: name.slice(0, 80),
  message:
    meant === null
      ? sentence('nothingIsReadFromThis')
      : sentence('nothingIsReadFromThisColumn', { meant }),
});
