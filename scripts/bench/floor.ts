/**
 * The floor of the saving path, in a process of its own as the real one is: Express, a JSON body,
 * one durable upsert.
 */
import express from 'express';
import { createPool } from 'mariadb';

const pool = createPool({
  socketPath: process.env.OAKEN_SOCKET!,
  user: 'root',
  database: process.env.OAKEN_DATABASE!,
  connectionLimit: 12,
  timezone: 'Z',
});
const app = express();
app.use(express.json());
app.put('/save/:attempt', async (asked, response) => {
  const [answer] = asked.body.answers;
  await pool.query(
    `INSERT INTO answers (attempt_id, entry_id, number, device, responses, flagged, saved_at) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE number = VALUES(number), responses = VALUES(responses), flagged = VALUES(flagged), saved_at = VALUES(saved_at)`,
    [
      Number(asked.params.attempt),
      answer.entry,
      answer.number,
      answer.device,
      JSON.stringify(answer.responses),
      answer.flagged,
      new Date(),
    ],
  );
  response.json({ ok: true });
});
app.listen(Number(process.env.OAKEN_PORT), '127.0.0.1', () => process.send?.('ready'));
