import { execFileSync } from 'node:child_process';
import { dragFigures } from './drag.ts';
import { placeFigures } from './place.ts';
import { routeFigures } from './route.ts';
import { wholeFigures } from './whole.ts';
import { screenFigures } from './screens.ts';
import { sweepFigures } from './sweep.ts';

// The interface is dragged, too: it is built where it is not.
execFileSync('node', ['-e', "import('./scripts/setUp.mjs').then(({ buildWeb }) => buildWeb())"], {
  stdio: 'inherit',
});

/** Prints one line a figure, name and value; with `--json`, an object. */
const figures = {
  ...(await wholeFigures()),
  ...(await placeFigures()),
  ...(await sweepFigures()),
  ...(await routeFigures()),
  ...(await dragFigures()),
  ...(await screenFigures()),
};
if (process.argv.includes('--json')) console.log(JSON.stringify(figures, null, 2));
else for (const [name, value] of Object.entries(figures)) console.log(`${name}: ${Number(value.toFixed(3))}`);
process.exit(0);
