/**
 * The endpoints that a student's page calls, typed by the contract. Only its types come with it:
 * the schemas would double what a phone loads before the first question. A test holds this list
 * against the contract.
 */
import type { AnswerOf, Api, QueryOf } from '@oaken/contract';
import { filled } from './address';
import type { Given } from './call';
import { request } from './request';

export const seatEndpoints = {
  readSession: ['GET', '/api/session'],
  signOut: ['DELETE', '/api/session'],
  chooseLanguage: ['PUT', '/api/session/language'],
  findClass: ['POST', '/api/session/class'],
  signInStudent: ['POST', '/api/session/student'],
  joinClass: ['POST', '/api/session/join'],
  readLink: ['POST', '/api/session/link'],
  comeAsGuest: ['POST', '/api/session/guest'],
  comeAsRoundGuest: ['POST', '/api/session/round-guest'],
  openCalendar: ['POST', '/api/calendar'],
  listSeat: ['GET', '/api/seat'],
  readReport: ['GET', '/api/seat/assignments/:assignmentId/report'],
  beginAttempt: ['POST', '/api/seat/assignments/:assignmentId/attempt'],
  saveAnswers: ['PUT', '/api/seat/attempts/:attemptId/answers'],
  enterNext: ['POST', '/api/seat/attempts/:attemptId/next'],
  heartbeat: ['POST', '/api/seat/attempts/:attemptId/heartbeat'],
  countPlay: ['POST', '/api/seat/attempts/:attemptId/plays'],
  askHelp: ['POST', '/api/seat/attempts/:attemptId/entries/:entryId/help'],
  tryOtherNumbers: ['POST', '/api/seat/attempts/:attemptId/entries/:entryId/other-numbers'],
  joinRound: ['POST', '/api/seat/rounds/:roundId'],
  answerRound: ['PUT', '/api/seat/rounds/:roundId/answer'],
  checkRoundAnswer: ['POST', '/api/seat/rounds/:roundId/check'],
  listClassmates: ['GET', '/api/seat/rounds/:roundId/classmates'],
  shareDevice: ['PUT', '/api/seat/rounds/:roundId/companion'],
  unshareDevice: ['DELETE', '/api/seat/rounds/:roundId/companion'],
  handIn: ['POST', '/api/seat/attempts/:attemptId/hand-in'],
  keepWork: ['POST', '/api/seat/attempts/:attemptId/files'],
} as const satisfies Partial<Record<keyof Api, readonly [method: string, path: string]>>;
type Name = keyof typeof seatEndpoints;

/** Calls an endpoint of the list by its name. */
export function seatCall<N extends Name>(
  name: N,
  given: Given<Api[N]>,
  { signal }: { signal?: AbortSignal } = {},
): Promise<AnswerOf<Api[N]>> {
  const [method, path] = seatEndpoints[name];
  const { params, query, body } = given as {
    params?: Record<string, unknown>;
    query?: Record<string, unknown>;
    body?: unknown;
  };
  return request(method, filled(path, params, query), body, { ...(signal && { signal }) });
}

/** Sends a file: the body is the file itself, and what there is to say of it stands in the address. */
export function sendFile<N extends 'keepWork'>(
  name: N,
  params: Record<string, unknown>,
  query: QueryOf<Api[N]>,
  file: Blob,
): Promise<AnswerOf<Api[N]>> {
  const [method, path] = seatEndpoints[name];
  return request(method, filled(path, params, query as Record<string, unknown>), file);
}
