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
import { say } from '../../words/teacher';

export const sources = {
  list: say('classes.typeOrPaste'),
  file: say('classes.file'),
  roster: say('classes.schoolsRoster'),
} as const;
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

interface ReadClasses {
  classes: SourceClass[];
  problems: RosterReading['problems'];
  /** What is said where there is no class. */
  none: string;
}

const noneInFile = say('classes.thereNoActiveClass');

async function readRoster(): Promise<ReadClasses> {
  const { there, classes, problems } = await call('readRosterService', {});
  const none = there ? say('classes.theRosterKnowsNo') : say('classes.thisSchoolHasNo');
  return { classes, problems, none };
}

const listOf = (listed: ListedStudent[], target: number, whole: boolean): Roster => ({
  key: 'list',
  source: null,
  listed,
  target,
  whole,
});

/** The classes of a list, those that come here first. */
function rostersOf(
  listed: readonly SourceClass[],
  here: ClassRow | undefined,
  classes: readonly ClassRow[],
): Roster[] {
  const isHere = ({ target }: Roster) => Number(target === here?.id);
  return listed
    .map((source) => ({
      key: source.sourcedId,
      source,
      listed: source.students,
      target: targetOf(source, here, classes, listed.length === 1),
      whole: true,
    }))
    .sort((a, b) => isHere(b) - isHere(a));
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
    rosters.value = [listOf(students, classId, whole.value)];
  }
  function setWhole(now: boolean): void {
    whole.value = now;
    for (const roster of rosters.value) if (!roster.source) roster.whole = now;
  }
  function takeClasses(listed: SourceClass[], none: string): void {
    if (listed.length === 0) wrong.value = none;
    rosters.value = rostersOf(listed, here.value, classes.value);
  }
  const takeRead = ({ classes: listed, problems: found, none }: ReadClasses) => {
    problems.value = found;
    takeClasses(listed, none);
  };
  const askRoster = () => act(async () => takeRead(await readRoster()));
  const takeFile = (file: File) =>
    act(async () => {
      [problems.value, rosters.value, fileName.value] = [[], [], file.name];
      const read = await readFile(file);
      if (read.kind === 'roster') return takeRead({ ...read.roster, none: noneInFile });
      text.value = asTabs(read.rows);
      source.value = 'list';
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
