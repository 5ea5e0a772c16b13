/** Where a list of students comes from: typed or pasted, a file, or the school's roster. */
import type { ClassRow } from '@oaken/contract/classes';
import type { ListedStudent, RosterClass, RosterReading } from '@oaken/core/rosters';
import { computed, ref, type Ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { useKeptForm } from '../shared/keptForm';
import { asTabs } from '../shared/tables';
import { takeOver } from './handOver';
import { readFile } from './readTable';
import type { Roster } from './useBringing';

export const sources = { list: 'Type or paste', file: 'File', roster: 'School’s roster' } as const;
export type Source = keyof typeof sources;
/** A class of a file or of the roster; the roster knows which of mine it is. */
type SourceClass = RosterClass & { classId?: number | null };

/**
 * Classes go where they are tied, a single one or the one of this class's name here, the others nowhere yet.
 *
 * @param here the class whose page this is
 */
function targetOf(
  source: SourceClass,
  here: ClassRow | undefined,
  classes: readonly ClassRow[],
  isOnly: boolean,
): Roster['target'] {
  const tied = source.classId ?? classes.find((own) => own.sourcedId === source.sourcedId)?.id;
  if (tied) return tied;
  return here && (isOnly || source.title === here.name) ? here.id : 'out';
}

/** @param rosters what is brought in, filled by what is chosen here */
export function useListSource(
  classId: number,
  classes: Ref<readonly ClassRow[]>,
  rosters: Ref<Roster[]>,
) {
  const source = ref<Source>('list');
  const kept = useKeptForm<string>(`list-${classId}`);
  const text = ref(takeOver() || (kept.read() ?? ''));
  const whole = ref(false);
  const problems = ref<RosterReading['problems']>([]);
  const fileName = ref('');
  const { wrong, busy, act } = useDoing();
  const here = computed(() => classes.value.find(({ id }) => id === classId));

  function takeList(students: ListedStudent[]): void {
    kept.write(text.value);
    if (source.value !== 'list') return;
    const list = { key: 'list', source: null, listed: students, target: classId };
    rosters.value = [{ ...list, whole: whole.value }];
  }
  function setWhole(now: boolean): void {
    whole.value = now;
    for (const roster of rosters.value) if (!roster.source) roster.whole = now;
  }
  function takeClasses(listed: SourceClass[], none: string): void {
    if (listed.length === 0) wrong.value = none;
    const isHere = ({ target }: Roster) => Number(target === classId);
    rosters.value = listed
      .map((source) => ({
        key: source.sourcedId,
        source,
        listed: source.students,
        target: targetOf(source, here.value, classes.value, listed.length === 1),
        whole: true,
      }))
      .sort((a, b) => isHere(b) - isHere(a));
  }
  const askRoster = () =>
    act(async () => {
      const roster = await call('readRosterService', {});
      problems.value = roster.problems;
      const none = roster.there
        ? 'The roster knows no class that you teach. Ask the office.'
        : 'This school has no roster service. Paste a list, or bring in a file.';
      takeClasses(roster.classes, none);
    });
  const takeFile = (file: File) =>
    act(async () => {
      [problems.value, rosters.value, fileName.value] = [[], [], file.name];
      const read = await readFile(file);
      if (read.kind === 'roster') {
        problems.value = read.roster.problems;
        takeClasses(read.roster.classes, 'There is no class in use in that file.');
      } else {
        text.value = asTabs(read.rows);
        source.value = 'list';
      }
    });
  function choose(next: Source): void {
    source.value = next;
    [rosters.value, problems.value, wrong.value, fileName.value] = [[], [], '', ''];
    if (next === 'roster') void askRoster();
  }

  return {
    here,
    source,
    choose,
    text,
    whole,
    setWhole,
    takeList,
    takeFile,
    fileName,
    problems,
    wrong,
    busy,
    forget: kept.forget,
  };
}
