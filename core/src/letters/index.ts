/** What letters say. Plain text: it reads the same everywhere. */
import { written } from '@oaken/words/written';
import type { TestKind } from '../assessments';
import { inWords, lengthInWords, minute, type Language } from '../timing';

export interface InvitationFacts {
  name: string;
  title: string;
  kind: TestKind;
  teacher: string;
  school: string;
  items: number;
  opensAt: number;
  closesAt: number | null;
  /** The student's own time, accommodations included. */
  limitMinutes: number | null;
  instructions: string;
  /** Where to sign in. */
  address: string;
  /** The student's. */
  language: Language;
  zone: string;
  now: number;
}

/** An invitation to an assignment. It says nothing of accommodations but what they do to the times. */
export function invitation(facts: InvitationFacts): { subject: string; body: string } {
  const { language, opensAt, closesAt, limitMinutes, title } = facts;
  const say = written(language);
  const timeInWords = (instant: number) => inWords(instant, facts.zone, facts.now, language);
  const isOpen = opensAt <= facts.now;
  const body = [
    say('letters.hello', { name: facts.name }),
    say('letters.given', {
      teacher: facts.teacher,
      kind: say(`letters.kinds.${facts.kind}`),
      title,
      questions: say('letters.questions', { n: facts.items }),
      opens: isOpen ? say('letters.open') : say('letters.opensAt', { time: timeInWords(opensAt) }),
      closes:
        closesAt === null
          ? say('letters.neverCloses')
          : say('letters.closesAt', { time: timeInWords(closesAt) }),
      limit:
        limitMinutes === null
          ? say('letters.noLimit')
          : say('letters.limit', { time: lengthInWords(limitMinutes * minute, language) }),
    }),
    facts.instructions,
    say('letters.signIn', { address: facts.address }),
    facts.school,
  ];
  return {
    subject: isOpen
      ? say('letters.subjectOpen', { title })
      : say('letters.subjectOpensAt', { title, time: timeInWords(opensAt) }),
    body: body.filter(Boolean).join('\n\n'),
  };
}
