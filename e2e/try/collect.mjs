// For trials alone: what a server cannot be asked by its own routes.
import { readFileSync } from 'node:fs';

/** How often the loop is looked at, ms. */
const EACH = 5;
const SCHEDULED = `/proc/self/task/${process.pid}/schedstat`;

/** Time that has passed, and that the loop's own thread was at work, ms: other programs may have had the processor meanwhile. */
function now() {
  return { passed: performance.now(), worked: Number(readFileSync(SCHEDULED, 'utf8').split(' ')[0]) / 1e6 };
}

let last = now();
let longest = 0;

// Says how long the loop was held, whenever that is longer than ever since it was last asked to let go.
setInterval(() => {
  const { passed, worked } = now();
  const held = Math.min(passed - last.passed - EACH, worked - last.worked);
  last = { passed, worked };
  if (held <= longest) return;
  longest = held;
  process.stdout.write(`loop held ${held.toFixed(1)} ms\n`);
}, EACH).unref();

// Lets go of what is not needed any more, so that only what is kept is counted, and begins to watch the loop anew.
process.on('SIGUSR2', () => {
  globalThis.gc?.();
  last = now();
  longest = 0;
  process.stdout.write('loop watched\n');
});
