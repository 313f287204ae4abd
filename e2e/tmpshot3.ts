import { openChromium } from './chromium.ts';
const b = await openChromium('software');
const p = await b.newPage({ viewport: { width: 1000, height: 900 } });
await p.goto('file:///tmp/rep/r.html');
await p.screenshot({ path: '/tmp/r1.png' });
await p.locator('table').first().scrollIntoViewIfNeeded();
await p.screenshot({ path: '/tmp/r2.png' });
await b.close();
