/** What is printed, and how; kept in this browser. */
import { reactive, watch } from 'vue';

export interface PrintChoice {
  booklet: boolean;
  key: boolean;
  guide: boolean;
  columns: 1 | 2;
  large: boolean;
  nameLine: boolean;
  points: boolean;
  /** Room for work under each item, in centimetres. */
  room: number;
}

const usual: PrintChoice = {
  booklet: true,
  key: false,
  guide: false,
  columns: 1,
  large: false,
  nameLine: true,
  points: true,
  room: 0,
};
const place = 'oaken-print';

export function usePrintChoice(): PrintChoice {
  let kept: Partial<PrintChoice> = {};
  try {
    kept = JSON.parse(localStorage.getItem(place) ?? '{}') as Partial<PrintChoice>;
  } catch {
    // What cannot be read is as good as none.
  }
  const choice = reactive<PrintChoice>({ ...usual, ...kept });
  watch(choice, (now) => localStorage.setItem(place, JSON.stringify(now)));
  return choice;
}
