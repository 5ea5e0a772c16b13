/** The school itself, its staff, and its classes with their students. */
import { elementAt, valueOf } from '@oaken/core/certain';
import { demoPassword, staff } from '../people';
import { zone } from '../calendar';
import { accommodationOf, classSourcedId, groupsBy, mailOf, rosters } from '../rosters';
import type { Building } from './building';

type RosterOf = ReturnType<typeof rosters>[number];

export async function putStaff(building: Building): Promise<void> {
  building.put('schools', {
    id: 1,
    name: 'Brindlemere Middle School',
    zone,
    grades: JSON.stringify([5, 6, 7, 8]),
    demonstration: true,
    created_at: building.long,
  });
  const password = await building.options.hash(demoPassword);
  for (const account of staff) {
    const id = building.staffIds.size + 1;
    building.staffIds.set(account.name, id);
    building.put('accounts', {
      id,
      school_id: 1,
      role: account.role,
      given_name: account.given,
      family_name: account.family,
      sign_in_name: account.name,
      student_number: null,
      email: mailOf(account.given, account.family),
      sourced_id: null,
      grade: null,
      secret_hash: password,
      created_at: building.long,
    });
  }
}

export async function putClasses(building: Building): Promise<void> {
  for (const roster of rosters(building.options.seed)) {
    putClass(building, roster);
    await putStudents(building, roster);
    putGroups(building, roster);
  }
}

function putClass(building: Building, { plannedClass, classId }: RosterOf): void {
  building.classIds.set(plannedClass.name, classId);
  building.put('classes', {
    id: classId,
    school_id: 1,
    name: plannedClass.name,
    period: plannedClass.period,
    meets_from: plannedClass.meetsFrom,
    meets_until: plannedClass.meetsUntil,
    grade: plannedClass.grade,
    subject: plannedClass.subject,
    term: 'This year',
    code: plannedClass.code,
    sourced_id: classSourcedId(classId),
    created_at: building.long,
  });
  building.put('class_teachers', {
    class_id: classId,
    teacher_id: valueOf(building.staffIds, plannedClass.teacher),
  });
}

async function putStudents(
  building: Building,
  { plannedClass, classId, members }: RosterOf,
): Promise<void> {
  const abilities = building.stream(`ability/${plannedClass.name}`);
  building.roster.set(
    plannedClass.name,
    members.map(({ id }) => ({ id, ability: plannedClass.ability + abilities.normal() })),
  );
  const secrets = await Promise.all(members.map(({ passcode }) => building.options.hash(passcode)));
  members.forEach((member, index) => {
    building.put('accounts', {
      id: member.id,
      school_id: 1,
      role: 'student',
      given_name: member.given,
      family_name: member.family,
      sign_in_name: null,
      student_number: member.number,
      email: member.email,
      sourced_id: member.sourcedId,
      grade: plannedClass.grade,
      secret_hash: elementAt(secrets, index),
      created_at: building.long,
    });
    building.put('enrollments', {
      class_id: classId,
      student_id: member.id,
      roster_number: index + 1,
    });
    const accommodations = accommodationOf(plannedClass.name, index + 1);
    if (accommodations)
      building.put('accommodations', {
        student_id: member.id,
        content: JSON.stringify(accommodations),
        changed_by: valueOf(building.staffIds, plannedClass.teacher),
        changed_at: building.long,
      });
  });
}

function putGroups(building: Building, { plannedClass, classId, members }: RosterOf): void {
  for (const { name, rosterNumbers } of groupsBy[plannedClass.name] ?? []) {
    const groupId = building.put('class_groups', {
      id: building.nextId('class_groups'),
      class_id: classId,
      name,
      created_at: building.long,
    });
    for (const rosterNumber of rosterNumbers)
      building.put('group_members', {
        group_id: groupId,
        student_id: elementAt(members, rosterNumber - 1).id,
      });
  }
}
