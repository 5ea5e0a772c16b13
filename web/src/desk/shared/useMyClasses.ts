/** The classes that a teacher uses now, for choosing among them; those that are put away are left out. */
import type { ClassRow } from '@oaken/contract/classes';
import { ref } from 'vue';
import { call } from '../../client/call';

export function useMyClasses() {
  /** None until they are read. */
  const classes = ref<ClassRow[]>([]);
  async function readClasses(): Promise<ClassRow[]> {
    const all = (await call('listClasses', {})).classes;
    classes.value = all.filter(({ putAway }) => !putAway);
    return classes.value;
  }
  return { classes, readClasses };
}
