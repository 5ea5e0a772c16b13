/** What letters say. Plain text: it reads the same everywhere. */
import { count } from '../text';
import { inWords, lengthInWords, minute } from '../timing';

export interface InvitationFacts {
  name: string;
  title: string;
  kind: string;
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
  zone: string;
  now: number;
}

/** An invitation to an assignment. It says nothing of accommodations but what they do to the times. */
export function invitation(facts: InvitationFacts): { subject: string; body: string } {
  const timeInWords = (instant: number) => inWords(instant, facts.zone, facts.now);
  const closes =
    facts.closesAt === null ? 'It does not close.' : `It closes ${timeInWords(facts.closesAt)}.`;
  const opens =
    facts.opensAt <= facts.now ? 'It is open now.' : `It opens ${timeInWords(facts.opensAt)}.`;
  const limit =
    facts.limitMinutes === null
      ? 'There is no time limit.'
      : `You have ${lengthInWords(facts.limitMinutes * minute)} to work.`;
  const body = [
    `Hello ${facts.name},`,
    `${facts.teacher} gave you the ${facts.kind} “${facts.title}”: ${count(facts.items, 'question')}. ${opens} ${closes} ${limit}`,
    facts.instructions,
    `Sign in with your class code, your name and your passcode:\n${facts.address}`,
    facts.school,
  ];
  return {
    subject: `${facts.title}: ${facts.opensAt <= facts.now ? 'open now' : `opens ${timeInWords(facts.opensAt)}`}`,
    body: body.filter(Boolean).join('\n\n'),
  };
}
