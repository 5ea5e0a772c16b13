/** Pages and acts that can be reached by their names, for whoever may see them. */
import { say } from '../../words/teacher';

export interface Place {
  name: string;
  to: string;
}

const everybodys: Place[] = [
  { name: say('desk.myAccount'), to: '/account' },
  { name: say('help.title'), to: '/help' },
  { name: say('glossary.labels.title'), to: '/glossary' },
];
const teachers: Place[] = [
  { name: say('desk.today'), to: '/' },
  { name: say('common.banks'), to: '/banks' },
  { name: say('common.tests'), to: '/tests' },
  { name: say('common.classes'), to: '/classes' },
  { name: say('rounds.title'), to: '/rounds' },
  { name: say('desk.schedule'), to: '/schedule' },
  { name: say('desk.marking'), to: '/marking' },
  { name: say('anything.markedWork'), to: '/marking?show=done' },
  { name: say('common.results'), to: '/results' },
  { name: say('common.passages'), to: '/passages' },
  { name: say('desk.retiredItems'), to: '/banks/retired' },
  { name: say('tests.newTest'), to: '/tests#new' },
  { name: say('anything.newItem'), to: '/items/new' },
  { name: say('anything.newPassage'), to: '/passages/new' },
  { name: say('desk.importItems'), to: '/banks/import' },
  { name: say('desk.importAnswers'), to: '/results/bring' },
];
const administrators: Place[] = [
  { name: say('desk.people'), to: '/office' },
  { name: say('common.standards'), to: '/office/standards' },
];

/** @param typed what some word of the name must begin with, word for word */
export function placesNamed(typed: string, role: string | undefined): Place[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const mine = role === 'administrator' ? administrators : teachers;
  return [...mine, ...everybodys].filter(({ name }) => {
    const named = name.toLowerCase().split(/\s+/);
    return words.every((word) => named.some((candidate) => candidate.startsWith(word)));
  });
}
