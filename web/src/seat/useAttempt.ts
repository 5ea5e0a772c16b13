/** One attempt as the sitting page holds it: its form, the answers, how they are kept, and how it ends. */
import type { AttemptAnswer, Help, SavedAnswer, SeatRow } from '@oaken/contract/attempts';
import type { Responses } from '@oaken/core/items';
import { backoff } from '@oaken/core/sitting';
import { computed, onMounted, onUnmounted, reactive, ref } from 'vue';
import { inWords, Refused, request, Unreachable } from '../client/request';
import { useSession } from '../client/session';
import type { Ending, LateAnswers } from './endWords';
import { keepHandedIn, keepOpened, letGoOpened, readOpened, sendKept } from './keptStore';
import { withoutHeic } from '../parts/heic';
import type { Plays } from '../parts/plays';
import { Outbox, type OutboxState } from './outbox';
import { usePresence } from './usePresence';

const sayPlayed = (attempt: number, file: string, times: number) =>
  void request('POST', `/api/seat/attempts/${attempt}/plays`, { file, times }).catch(() => {});
const fileOf = (src: string) => src.split('/').at(-1) ?? '';

/** After the end the page asks whether the server has it: soon at first, then less often, for as long as it is open. */
const askAgain = 1_500;
const askSeldom = 10_000;

export function useAttempt(assignmentId: number) {
  const session = useSession();
  const attempt = ref<AttemptAnswer | null>(null);
  const answers = reactive<Record<string, { responses: Responses; flagged: boolean }>>({});
  const state = ref<OutboxState>('saved');
  const ended = ref<Ending>('no');
  const late = ref<LateAnswers>({ undecided: 0, untaken: 0 });
  const wrong = ref('');
  const handingIn = ref(false);
  let outbox: Outbox | null = null;
  let left = false;
  const student = () => session.account?.id ?? 0;

  const entries = computed(
    () =>
      attempt.value?.form.sections.flatMap((section) =>
        section.entries.map((entry) => ({ ...entry, section })),
      ) ?? [],
  );
  const answerTo = (id: string) => (answers[id] ??= { responses: {}, flagged: false });

  function take(answer: SavedAnswer): void {
    answers[answer.entry] = { responses: { ...answer.responses }, flagged: answer.flagged };
  }

  /** Questions that were answered while one outbox took the place of another. */
  let meanwhile: Set<string> | null = null;
  /** Shows an attempt with the newest of what the server and this browser have. */
  async function show(opened: AttemptAnswer): Promise<void> {
    const typed = (meanwhile = new Set<string>());
    await outbox?.written;
    outbox?.close();
    const { outbox: box, answers: newest } = await Outbox.open(
      opened.id,
      student(),
      opened.answers,
      {
        state: (now) => {
          state.value = now;
          if (now === 'over') void finish();
          if (now === 'saved') void keep();
        },
        adopt: take,
        clock: session.setClock,
        now: session.now,
        stale: () => void begin(),
      },
    );
    outbox = box;
    for (const answer of newest.values()) if (!typed.has(answer.entry)) take(answer);
    // What was played without network is known here only.
    if (attempt.value?.id === opened.id)
      for (const [file, times] of Object.entries(attempt.value.plays)) {
        if (times <= (opened.plays[file] ?? 0)) continue;
        opened.plays[file] = times;
        sayPlayed(opened.id, file, times);
      }
    attempt.value = opened;
    meanwhile = null;
    for (const id of typed) change(id);
  }

  /** What the server has by now is kept here too, so that a page opened without network shows it. */
  async function keep(): Promise<void> {
    if (!attempt.value || !outbox || ended.value !== 'no') return;
    const box = outbox;
    const known = entries.value
      .filter(({ id }) => box.numberOf(id) > 0)
      .map(({ id }) => ({
        entry: id,
        number: box.numberOf(id),
        device: box.device,
        ...answerTo(id),
      }));
    const snapshot = JSON.parse(
      JSON.stringify({ ...attempt.value, answers: known }),
    ) as AttemptAnswer;
    await keepOpened({ student: student(), assignment: assignmentId, attempt: snapshot });
  }

  let again: ReturnType<typeof setTimeout> | undefined;
  async function begin(): Promise<void> {
    wrong.value = '';
    try {
      // A page that was opened without network has yet to hear from the server who is signed in.
      if (!session.known) await session.load();
      // What an earlier page handed in without network comes first.
      await sendKept(student());
      const opened = await request<AttemptAnswer>(
        'POST',
        `/api/seat/assignments/${assignmentId}/attempt`,
      );
      session.setClock(opened.now);
      await show(opened);
      paused.value = false;
      heldBack.value = null;
      state.value = outbox!.waiting.length > 0 ? 'saving' : 'saved';
      void keep();
    } catch (error) {
      if (error instanceof Refused && error.status === 409)
        await letGoOpened(student(), assignmentId);
      if (error instanceof Refused && error.status === 409 && attempt.value) await finish();
      else if (error instanceof Refused && error.status === 423) waitForTeacher(error);
      else if (error instanceof Unreachable) await beginKept(error);
      else wrong.value = inWords(error);
    }
  }
  /** Why nothing can be written now, in the server's words; null while it can, or while the teacher has paused it. */
  const heldBack = ref<{ title: string; detail: string } | null>(null);
  /** Paused, or left for too long: asked again until it goes on. */
  function waitForTeacher({ problem }: Refused): void {
    paused.value = true;
    heldBack.value = { title: problem.title, detail: problem.detail ?? '' };
    clearTimeout(again);
    if (!left) again = setTimeout(() => void begin(), 4_000);
  }
  /** Without network: the attempt as this device has it, until the server can be asked. */
  async function beginKept(why: Unreachable): Promise<void> {
    const kept = attempt.value ? undefined : await readOpened(student(), assignmentId);
    if (kept) await show(kept);
    if (attempt.value) state.value = 'kept';
    else wrong.value = inWords(why);
    if (attempt.value && !left && ended.value === 'no')
      again = setTimeout(() => void begin(), 4_000);
  }
  onMounted(begin);

  /** Left for the next stage: asked for until it comes, because its time begins only then. */
  const goingOn = ref<'no' | 'asked' | 'no-network'>('no');
  async function goOn(): Promise<void> {
    if (goingOn.value !== 'no') return;
    goingOn.value = 'asked';
    for (let tries = 1; !left && ended.value === 'no'; tries++) {
      try {
        await outbox?.flush();
        const sent = outbox?.waiting ?? [];
        const opened = await request<AttemptAnswer>(
          'POST',
          `/api/seat/attempts/${attempt.value!.id}/next`,
          { leave: attempt.value!.course!.stage, answers: sent },
        );
        session.setClock(opened.now);
        await outbox?.settled(sent, opened.answers);
        for (const answer of opened.answers) take(answer);
        attempt.value = opened;
        void keep();
      } catch (error) {
        if (error instanceof Unreachable || (error instanceof Refused && error.status >= 500)) {
          goingOn.value = 'no-network';
          await new Promise((resolve) => setTimeout(resolve, backoff(tries, Math.random())));
          continue;
        }
        // Over, signed out, or another page was here before: what stands now says which.
        await begin();
      }
      break;
    }
    goingOn.value = 'no';
  }
  /** The time of the present stage: the next one comes, or all is over. */
  const clockUp = () => (attempt.value?.course?.next ? goOn() : timeUp());

  const { notices, paused, standsAt } = usePresence(attempt, {
    sits: () => ended.value === 'no',
    over: () => void finish(),
    goesOn: () => void begin(),
    // What the server says to beginning again tells the student why.
    away: () => void (heldBack.value === null && begin()),
  });
  onUnmounted(() => {
    left = true;
    clearTimeout(again);
    outbox?.close();
  });

  function change(id: string): void {
    if (meanwhile) return void meanwhile.add(id);
    const { responses, flagged } = answerTo(id);
    outbox?.change(id, responses, flagged);
  }
  function answer(id: string, part: string, response: unknown): void {
    if (ended.value !== 'no') return;
    answerTo(id).responses[part] = response;
    change(id);
  }
  function flag(id: string): void {
    const stored = answerTo(id);
    stored.flagged = !stored.flagged;
    change(id);
  }

  /** The server hands in at the deadline; the page sends what it still has and waits to hear of it. */
  async function timeUp(): Promise<void> {
    if (ended.value !== 'no') return;
    ended.value = 'time';
    await outbox?.flush();
    await finish();
  }

  const seatRow = async () => {
    const list = await request<{ assignments: SeatRow[] }>('GET', '/api/seat').catch(() => null);
    return list?.assignments.find((row) => row.assignmentId === assignmentId);
  };
  /** Sends what is still here. @returns whether the server has answered for all of it, be it that it takes no more */
  async function sendRest(): Promise<boolean> {
    // Handed in without network: the store sends it, and this page's own outbox is closed.
    if (ended.value === 'kept') return (await sendKept(student()).catch(() => 1)) === 0;
    await outbox?.flush();
    return !outbox || outbox.waiting.length === 0 || state.value === 'over';
  }

  let finishing: Promise<void> | null = null;
  const finish = () => (finishing ??= waitForEnd().finally(() => (finishing = null)));
  async function waitForEnd(): Promise<void> {
    if (ended.value === 'handed-in') return;
    if (ended.value === 'no') ended.value = 'time';
    for (let tries = 0; !left; tries++) {
      if (ended.value === 'kept') await sendRest();
      // What was written in time and could not be sent until now still goes to the teacher.
      if ((await seatRow())?.handedInAt != null && (await sendRest())) {
        if (ended.value !== 'kept')
          late.value = { ...late.value, untaken: outbox?.waiting.length ?? 0 };
        await over();
        return;
      }
      await new Promise((resolve) => setTimeout(resolve, tries < 20 ? askAgain : askSeldom));
    }
  }

  async function over(): Promise<void> {
    late.value = { ...late.value, undecided: (await seatRow())?.undecided ?? 0 };
    ended.value = 'handed-in';
    await outbox?.end();
    await letGoOpened(student(), assignmentId);
  }

  async function handIn(): Promise<void> {
    if (!attempt.value || handingIn.value) return;
    handingIn.value = true;
    wrong.value = '';
    const time = session.now();
    try {
      await outbox?.flush();
      await request('POST', `/api/seat/attempts/${attempt.value.id}/hand-in`, {
        answers: outbox?.waiting ?? [],
      });
      await over();
    } catch (error) {
      if (error instanceof Unreachable) {
        await keepHandedIn({ attempt: attempt.value.id, student: student(), at: time });
        ended.value = 'kept';
        outbox?.close();
        void finish();
      } else wrong.value = `${inWords(error)} It is not handed in yet.`;
    } finally {
      handingIn.value = false;
    }
  }

  const flush = () => void outbox?.flush();

  const helping = ref(false);
  const helpWrong = ref('');
  /** Asks for help with one question of a practice. It needs the server: a hint or a judgement is never here before. */
  async function askHelp(entry: string, want: 'check' | 'hint' | 'answer'): Promise<void> {
    if (!attempt.value || helping.value) return;
    helping.value = true;
    helpWrong.value = '';
    try {
      const { responses, flagged } = answerTo(entry);
      const bodies = {
        check: () => ({ want, answer: outbox!.numbered(entry, responses, flagged) }),
        hint: () => ({ want, after: attempt.value?.help[entry]?.hints.length ?? 0 }),
        answer: () => ({ want }),
      };
      const body = bodies[want]();
      attempt.value.help[entry] = await request<Help>(
        'POST',
        `/api/seat/attempts/${attempt.value.id}/entries/${entry}/help`,
        body,
      );
    } catch (error) {
      helpWrong.value = inWords(error);
    } finally {
      helping.value = false;
    }
  }

  /** How often sounds and films were played; said to the server, and kept here with the attempt. */
  const plays: Plays = {
    of: (src) => attempt.value?.plays[fileOf(src)] ?? 0,
    begun(src) {
      if (!attempt.value) return;
      const times = plays.of(src) + 1;
      attempt.value.plays[fileOf(src)] = times;
      void keep();
      sayPlayed(attempt.value.id, fileOf(src), times);
    },
  };

  /** A photo or file goes to the server at once; what is saved with the answer is its address. */
  async function sendFile(file: File, place: { entry: string; part: string }): Promise<string> {
    if (!attempt.value) throw new Error('The attempt has not begun.');
    const { id } = attempt.value;
    const sent = await withoutHeic(file);
    const query = new URLSearchParams({ name: sent.name, type: sent.type, ...place });
    return (
      await request<{ address: string }>('POST', `/api/seat/attempts/${id}/files?${query}`, sent)
    ).address;
  }
  return {
    attempt,
    entries,
    answers,
    answerTo,
    state,
    ended,
    late,
    wrong,
    handingIn,
    answer,
    flag,
    flush,
    timeUp,
    goingOn,
    goOn,
    clockUp,
    notices,
    paused,
    heldBack,
    standsAt,
    handIn,
    sendFile,
    plays,
    helping,
    helpWrong,
    askHelp,
  };
}
