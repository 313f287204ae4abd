import { mkdirSync } from 'node:fs';
import { paint } from './canvas.ts';
import { writeLogo } from './logo.ts';
import { aurora, dome, planet, starField } from './skies.ts';

/** Paints the demo site's pictures beside its site file. Run by `npm run pictures`; the result is kept in the repository. */
const folder = new URL('../', import.meta.url).pathname;
mkdirSync(folder, { recursive: true });
await paint(`${folder}aurora.jpg`, 1920, 1080, aurora(1920, 1080));
await paint(`${folder}dome.jpg`, 1920, 1080, dome(1920, 1080));
await paint(`${folder}planet.jpg`, 1920, 1080, planet(1920, 1080));
await paint(`${folder}stars.jpg`, 1920, 1080, starField(1920, 1080));
writeLogo(`${folder}larkfell-light.svg`, '#ffffff');
writeLogo(`${folder}larkfell-dark.svg`, '#101b33');
