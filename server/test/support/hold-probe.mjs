/** Loaded before a server: says over IPC how long its event loop was held at most since it was last asked. */
import { monitorEventLoopDelay } from 'node:perf_hooks';

const resolution = 5;
const delays = monitorEventLoopDelay({ resolution });
delays.enable();
process.on('message', (message) => {
  if (message !== 'hold') return;
  const hold = Math.max(0, delays.max / 1e6 - resolution);
  delays.reset();
  process.send({ hold });
});
