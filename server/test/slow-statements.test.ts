/** A statement that took long stands in the log with what was under way, and tells nothing of what was asked. */
import { onOccasion, slowStatements } from '../src/log/slow-statements';

const lines: { about: Record<string, unknown>; words: string }[] = [];
const heard = slowStatements({
  warn: (about, words) => void lines.push({ about: about as Record<string, unknown>, words }),
});
beforeEach(() => void (lines.length = 0));

test('names the routes that are under way, and none that have ended', async () => {
  await onOccasion('GET /api/ended', async () => {});
  await onOccasion('GET /api/results', () =>
    onOccasion('renew item figures', async () =>
      heard('Executed (default): SELECT 1 FROM attempts', 900),
    ),
  );
  expect(lines).toEqual([
    {
      about: {
        during: ['GET /api/results', 'renew item figures'],
        took: 900,
        statement: 'SELECT ? FROM attempts',
      },
      words: 'a slow statement',
    },
  ]);
});

test('what is quick is not said', () => {
  heard('Executed (default): SELECT 1', 20);
  expect(lines).toEqual([]);
});

test('has neither names nor numbers nor answers in it', () => {
  heard(
    `Executed (abc): INSERT INTO answers (attempt_id, responses) VALUES (12, '{\\"a\\":\\"Ana''s secret\\"}'), (13, 'x') ON DUPLICATE KEY UPDATE number = 4.5`,
    2_000,
  );
  const { statement } = lines[0]!.about;
  expect(statement).not.toMatch(/Ana|secret|12|13|4\.5/);
  expect(statement).toMatch(/^INSERT INTO answers \(attempt_id, responses\) VALUES \(\?, …\)/);
});

test('work that fails is no longer under way', async () => {
  await expect(
    onOccasion('PUT /api/broken', async () => {
      throw new Error('broken');
    }),
  ).rejects.toThrow('broken');
  heard('SELECT 1', 700);
  expect(lines[0]!.about.during).toEqual([]);
});
