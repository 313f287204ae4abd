import { mkdirSync, writeFileSync } from 'node:fs';
import { paint } from './canvas.ts';
import { writeFerryLogo, writeLogo } from './logo.ts';
import { chart } from './patterns.ts';
import { crossing, island } from './places.ts';
import { aurora, dome, planet, starField } from './skies.ts';

/** Paints the demo sites' pictures beside their site files. Run by `npm run pictures`; the result is kept in the repository. */
const folder = new URL('../', import.meta.url).pathname;
mkdirSync(folder, { recursive: true });
await paint(`${folder}aurora.jpg`, 1920, 1080, aurora(1920, 1080));
await paint(`${folder}dome.jpg`, 1920, 1080, dome(1920, 1080));
await paint(`${folder}planet.jpg`, 1920, 1080, planet(1920, 1080));
await paint(`${folder}stars.jpg`, 1920, 1080, starField(1920, 1080));
writeLogo(`${folder}larkfell-light.svg`, '#ffffff');
writeLogo(`${folder}larkfell-dark.svg`, '#101b33');

await paint(`${folder}crossing.jpg`, 1920, 1080, crossing(1920, 1080));
await paint(`${folder}island.jpg`, 1920, 1080, island(1920, 1080));
writeFileSync(`${folder}chart.svg`, chart());
writeFerryLogo(`${folder}pellow-light.svg`, '#ffffff');
writeFerryLogo(`${folder}pellow-dark.svg`, '#123c4e');
