import { openOwner } from './owner.ts';
const o = await openOwner();
const id = o.running.context.sites.ids().find((i) => o.kept(i).name.startsWith('Larkfell'))!;
await o.tab.setViewportSize({ width: 1280, height: 800 });
await o.tab.goto(`${o.running.url}/sites/${id}/prove`);
const t0 = Date.now();
await o.tab.getByRole('listbox').waitFor();
console.log('first', Date.now() - t0);
let last = '';
while (Date.now() - t0 < 120000) {
  const words = (await o.tab.locator('button.bar-verdict').textContent()) + ' | ' + (await o.tab.locator('.prove-head').textContent());
  if (words !== last) console.log(((Date.now() - t0) / 1000).toFixed(1), words);
  last = words;
  if (Date.now() - t0 > 100000) break;
  await o.tab.waitForTimeout(1000);
}
await o.tab.waitForTimeout(15000);
await o.tab.screenshot({ path: '/tmp/p1.png' });
await o.tab.getByRole('button', { name: 'Matrix' }).click();
await o.tab.waitForTimeout(2000);
await o.tab.screenshot({ path: '/tmp/p2.png' });
console.log(o.errors);
await o.close();
