import { fill } from './write';

const socket = process.env.OAKEN_SOCKET;
if (!socket) {
  process.stderr.write('OAKEN_SOCKET is not set.\n');
  process.exit(2);
}
fill(socket, process.env.OAKEN_DATABASE ?? 'oaken', Date.now()).then(
  (filled) =>
    process.stdout.write(
      filled
        ? 'The demonstration school is ready.\n'
        : 'There is a school already; it was left alone.\n',
    ),
  (error: Error) => {
    process.stderr.write(`The demonstration school could not be made: ${error.message}\n`);
    process.exit(5);
  },
);
