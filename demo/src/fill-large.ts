import { createConnection } from 'mariadb';
import { largeBankName, writeLarge } from './write-large';

const socketPath = process.env.OAKEN_SOCKET;
const n = Number(process.argv[2] ?? 100_000);

async function main(): Promise<void> {
  const connection = await createConnection({
    socketPath,
    user: 'root',
    database: process.env.OAKEN_DATABASE ?? 'oaken',
    timezone: 'Z',
  });
  try {
    const made = await writeLarge(connection, n, Date.now(), (done) => {
      if (done % 10_000 === 0)
        process.stdout.write(`${done.toLocaleString('en')} of ${n.toLocaleString('en')}\n`);
    });
    process.stdout.write(
      made > 0
        ? `“${largeBankName}” holds ${made.toLocaleString('en')} items.\n`
        : `“${largeBankName}” is there already.\n`,
    );
  } finally {
    await connection.end();
  }
}

main().catch((error: Error) => {
  process.stderr.write(`The large bank could not be made: ${error.message}\n`);
  process.exit(5);
});
