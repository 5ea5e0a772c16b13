/** What grade 6 is taught in mathematics, when, and with which items and tests. */
import { valueOf } from '@oaken/core/certain';
import type { LineKind } from '@oaken/core/curriculum';
import { wallOf } from '@oaken/core/timing';
import { schoolDay, zone } from '../calendar';
import { canBeSimulated } from '../simulate';
import type { Building } from './building';
import { keyOf } from './tests';

interface PlannedLine {
  title: string;
  kind: LineKind;
  level: number;
  /** School days from today on which it begins. */
  begins?: number;
  /** The standard whose items stand here. */
  standard?: string;
  /** Titles of tests that stand here. */
  tests?: readonly string[];
}

const lines: readonly PlannedLine[] = [
  { title: 'Fractions and signs', kind: 'unit', level: 0, begins: -40 },
  { title: 'Dividing fractions', kind: 'lesson', level: 1, begins: -40, standard: 'MA.6.NUM.1' },
  {
    title: 'Below zero',
    kind: 'lesson',
    level: 1,
    begins: -30,
    standard: 'MA.6.NUM.2',
    tests: ['Fractions, signs and expressions'],
  },
  { title: 'Ratios', kind: 'unit', level: 0, begins: -20 },
  { title: 'Writing ratios', kind: 'lesson', level: 1, begins: -20, standard: 'MA.6.RAT.1' },
  {
    title: 'Unit rates',
    kind: 'lesson',
    level: 1,
    begins: -10,
    standard: 'MA.6.RAT.2',
    tests: ['Ratios and unit rates'],
  },
  {
    title: 'Percent',
    kind: 'lesson',
    level: 1,
    begins: 3,
    standard: 'MA.6.RAT.3',
    tests: ['Percent and rates, second look'],
  },
  { title: 'Expressions', kind: 'unit', level: 0, begins: 12 },
  { title: 'Letters for numbers', kind: 'lesson', level: 1, begins: 12, standard: 'MA.6.ALG.1' },
];
const itemsInLine = 12;

export function putCurriculum(building: Building): void {
  const { now } = building.options;
  building.put('curricula', {
    id: 1,
    school_id: 1,
    owner_id: valueOf(building.staffIds, 'holloway'),
    name: 'Grade 6 mathematics',
    subject: 'Mathematics',
    reach: 'read',
    version: 1,
    client_key: keyOf(1),
    created_at: building.long,
    changed_at: building.long,
  });
  lines.forEach(({ title, kind, level, begins, standard, tests = [] }, position) => {
    const id = building.nextId('curriculum_lines');
    building.put('curriculum_lines', {
      id,
      curriculum_id: 1,
      position,
      level,
      kind,
      title,
      starts_on:
        begins === undefined ? null : wallOf(schoolDay(now, begins, '08:00'), zone).slice(0, 10),
    });
    const items = (standard === undefined ? [] : (building.byStandard.get(standard) ?? []))
      .filter(canBeSimulated)
      .slice(0, itemsInLine)
      .map((item) => ({ item_id: valueOf(building.itemIds, item), test_id: null }));
    const known = valueOf(building.tables, 'tests');
    const placed = tests.map((name) => ({
      item_id: null,
      test_id: known.findIndex((test) => test.title === name) + 1,
    }));
    [...placed, ...items].forEach((placement, place) =>
      building.put('curriculum_placements', { line_id: id, position: place, ...placement }),
    );
  });
  for (const name of ['6B', '6D'])
    building.put('class_curricula', {
      class_id: valueOf(building.classIds, name),
      curriculum_id: 1,
      line_id: null,
    });
}
