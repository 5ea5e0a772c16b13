/**
 * The student's page calls the server by a list of its own, without the contract's schemas: here
 * the two are held together.
 */
import { api, type Endpoint } from '@oaken/contract';
import { filled } from '../src/client/address';
import { seatCall, seatEndpoints, sendFile } from '../src/client/seatCall';

const names = Object.keys(seatEndpoints) as (keyof typeof seatEndpoints)[];

test.each(names)('%s has the method and the path of the contract', (name) => {
  const { method, path } = api[name] as Endpoint;
  expect(seatEndpoints[name]).toEqual([method, path]);
});

test.each(names)('%s is not for teachers', (name) => {
  expect(['anyone', 'signed-in', 'student']).toContain((api[name] as Endpoint).who);
});

describe('an address', () => {
  test.each([
    ['/api/seat', {}, {}, '/api/seat'],
    ['/api/a/:id/b/:part', { id: 7, part: 'p 1' }, {}, '/api/a/7/b/p%201'],
    ['/api/a', {}, { name: 'ü&', empty: '', none: null, not: undefined }, '/api/a?name=%C3%BC%26'],
  ])('%s', (path, params, query, address) => {
    expect(filled(path, params, query)).toBe(address);
  });
});

describe('what goes over the wire', () => {
  let asked: { path: string; method?: string; body?: unknown; headers: Record<string, string> };
  beforeEach(() => {
    globalThis.fetch = (async (path: string, given: RequestInit) => {
      asked = { path, ...given } as typeof asked;
      return new Response('{"address":"/api/files/x"}', {
        headers: { 'content-type': 'application/json' },
      });
    }) as typeof fetch;
  });

  test('parameters in the path, the rest as JSON', async () => {
    await seatCall('handIn', { params: { attemptId: 5 }, body: { answers: [] } });
    expect([asked.method, asked.path, asked.body]).toEqual([
      'POST',
      '/api/seat/attempts/5/hand-in',
      '{"answers":[]}',
    ]);
  });

  test('a file as it is, and what is said of it in the address', async () => {
    const photo = new Blob(['x'], { type: 'image/jpeg' });
    const query = { name: 'work.jpg', type: 'image/jpeg', entry: 'e1', part: 'a' };
    expect(await sendFile('keepWork', { attemptId: 5 }, query, photo)).toMatchObject({
      address: '/api/files/x',
    });
    expect(asked.path).toBe(
      '/api/seat/attempts/5/files?name=work.jpg&type=image%2Fjpeg&entry=e1&part=a',
    );
    expect(asked.body).toBe(photo);
  });
});
