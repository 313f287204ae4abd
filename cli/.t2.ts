import sharp from 'sharp';
import { readFileSync } from 'node:fs';
console.log('b', performance.now());
const b = readFileSync('demo/planet.jpg');
console.log(
  await sharp(b)
    .metadata()
    .then((m) => m.width),
);
console.log((await sharp(b, { sequentialRead: true }).extractChannel(0).raw().toBuffer()).length);
