import { tryAccess } from './access.ts';
import { tryDisk } from './disk.ts';
import { tryKills } from './kill.ts';
import { tryMalformed } from './malformed.ts';
import { tryMuch } from './much.ts';
import { tryPasted } from './pasted.ts';
import type { Tally } from './trying.ts';

/** `npm run try:NAME -- COUNT`: tries a promise of docs/promises.md so many times, and prints what came of it. */

const TRIALS: Record<string, { usual: number; run: (count: number) => Promise<Tally | undefined> }> = {
  kill: { usual: 300, run: tryKills },
  malformed: { usual: 10_000, run: tryMalformed },
  pasted: { usual: 2000, run: tryPasted },
  access: { usual: 1000, run: tryAccess },
  disk: { usual: 20, run: tryDisk },
  much: { usual: 5000, run: tryMuch },
};

const [name = '', count] = process.argv.slice(2);
const trial = TRIALS[name];
if (!trial) {
  console.error(`Try one of ${Object.keys(TRIALS).join(', ')}.`);
  process.exit(2);
}
const tally = await trial.run(Number(count ?? trial.usual));
console.log(
  tally
    ? String(tally)
    : 'This takes the right to mount a small disk, which there is none of here: run it as root.',
);
process.exit(!tally || tally.problems.length > 0 ? 1 : 0);
