/** The keys that a page understands, as the help for them lists them. */
import { say } from '../../words/teacher';

export interface KeyGroup {
  title: string;
  keys: { press: string; does: string }[];
}

const everywhere: KeyGroup = {
  title: say('keys.everywhere'),
  keys: [
    { press: 'Ctrl K  /', does: say('keys.find') },
    { press: '?', does: say('keys.help') },
    { press: 'Tab', does: say('keys.skip') },
  ],
};
const banks: KeyGroup = {
  title: say('keys.banks'),
  keys: [
    { press: '↑ ↓', does: say('keys.move') },
    { press: 'Space', does: say('keys.select') },
    { press: 'Shift Space', does: say('keys.selectRange') },
    { press: 'Enter', does: say('keys.openItem') },
  ],
};
const building: KeyGroup = {
  title: say('keys.building'),
  keys: [
    { press: 'Alt ↑ Alt ↓', does: say('keys.moveItem') },
    { press: 'Space', does: say('keys.select') },
    { press: 'Shift Space', does: say('keys.selectRange') },
    { press: 'Enter', does: say('keys.edit') },
    { press: 'Delete', does: say('keys.remove') },
    { press: 'Enter', does: say('keys.nextPoints') },
    { press: 'Ctrl Z', does: say('keys.undo') },
    { press: 'Ctrl Shift Z', does: say('keys.redo') },
  ],
};
const marking: KeyGroup = {
  title: say('keys.marking'),
  keys: [
    { press: '0 – 9', does: say('keys.points') },
    { press: 'Enter', does: say('keys.save') },
    { press: 'N', does: say('keys.nextUnmarked') },
    { press: '+ −', does: say('keys.zoom') },
    { press: 'T', does: say('keys.rotate') },
  ],
};
const facing: KeyGroup = {
  title: say('keys.pages'),
  keys: [
    { press: 'F6', does: say('keys.otherPage') },
    { press: '← →', does: say('keys.width') },
  ],
};

/** @param path of the page, such as `/tests/9` */
export function keysOf(path: string): KeyGroup[] {
  if (path === '/banks') return [banks, facing, everywhere];
  if (/^\/tests\/\d+$/.test(path)) return [building, facing, everywhere];
  if (/^\/marking\/./.test(path)) return [marking, facing, everywhere];
  return [everywhere];
}
