/** Tests given to classes, and who sat them. */
import { usualRules } from '@oaken/core/assignments';
import { valueOf } from '@oaken/core/certain';
import type { Plan } from '../plan';
import type { Building } from './building';
import { sit } from './sitting';
import { keyOf, plannedTest, putTest, type PlannedTest } from './tests';

export function giveAndSit(building: Building, id: number, plan: Plan): void {
  const test = plannedTest(building, id, plan);
  putTest(building, test);
  building.put('assignments', {
    id,
    school_id: 1,
    edition_id: id,
    assigned_by: test.by,
    title: plan.title,
    kind: plan.kind,
    opens_at: new Date(test.opens),
    closes_at: new Date(test.closes),
    rules: JSON.stringify({ ...usualRules, limitMinutes: plan.limitMinutes }),
    client_key: keyOf(id),
    created_at: test.made,
  });
  for (const name of plan.classes) giveToClass(building, test, name);
}

function giveToClass(building: Building, test: PlannedTest, className: string): void {
  const { id, plan, opens, closes } = test;
  const classId = valueOf(building.classIds, className);
  building.put('assignment_classes', { assignment_id: id, class_id: classId });
  const random = building.stream(`sitting/${id}/${className}`);
  for (const student of valueOf(building.roster, className)) {
    building.put('assignment_students', {
      assignment_id: id,
      student_id: student.id,
      class_id: classId,
    });
    if (plan.state === 'sat')
      sit(building, test, student, random, {
        opens,
        closes,
        absent: plan.absent ?? 0.04,
        working: 0,
      });
    if (plan.state === 'open')
      sit(building, test, student, random, {
        opens,
        closes: Math.min(closes, building.options.now),
        absent: 0.5,
        working: 0.15,
      });
  }
}
