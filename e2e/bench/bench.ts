import { dragFigures } from './drag.ts';
import { routeFigures } from './route.ts';
import { sweepFigures } from './sweep.ts';

/** Prints one line a figure, name and value; with `--json`, an object. */
const figures = { ...(await sweepFigures()), ...(await routeFigures()), ...(await dragFigures()) };
if (process.argv.includes('--json')) console.log(JSON.stringify(figures, null, 2));
else for (const [name, value] of Object.entries(figures)) console.log(`${name}: ${Number(value.toFixed(3))}`);
process.exit(0);
