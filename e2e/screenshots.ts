import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page as Tab } from 'playwright-core';
import { start } from '@hatrail/server/start';
import { openChromium } from './chromium.ts';

/** One picture of each main view, made from the demo data, for docs/screenshots. */

const WAIT = { timeout: 120_000 };
const running = await start({
  port: 0,
  livePort: 0,
  dataFolder: mkdtempSync(join(tmpdir(), 'hatrail-')),
});
const browser = await openChromium();
const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const [id, ferry] = running.context.sites.ids();
const shoot = async (name: string, from: Tab = tab) => {
  if (from === tab) await tab.evaluate('scrollTo(0, 0)');
  await from.screenshot({ path: `docs/screenshots/${name}.png` });
};

await tab.goto(running.url);
await tab.locator('.site-verdict').nth(1).waitFor(WAIT);
await tab.waitForTimeout(1500);
await shoot('sites');

await tab.goto(`${running.url}/bring-in`);
await tab.getByRole('button', { name: 'Wether Lane Bindery' }).click(WAIT);
await tab.getByRole('button', { name: 'Look for its pages' }).click();
await tab.getByRole('button', { name: /^Take pictures of/ }).click(WAIT);
await tab.getByRole('button', { name: 'Keep it, and prove it' }).waitFor(WAIT);
await tab.waitForFunction(() =>
  [...document.images].every(({ complete, naturalWidth }) => complete && naturalWidth > 0),
);
await tab.waitForTimeout(2500);
await shoot('bring-in');
await tab.getByRole('button', { name: 'Keep it, and prove it' }).click();
await tab.waitForURL(/prove/, WAIT);
await tab.goto(`${running.url}/sites/${/sites\/([^/]+)/.exec(tab.url())![1]}/gather/own-header`);
await tab.getByTitle('The header it has').waitFor(WAIT);
await tab.waitForTimeout(2500);
await shoot('own-header');

await tab.goto(`${running.url}/sites/${id}/gather/palette`);
await tab.locator('button.bar-verdict').waitFor(WAIT);
await tab.getByRole('button', { name: /^Lamp/ }).click();
await tab.getByRole('button', { name: /^Lamp/ }).press('Shift+ArrowLeft');
await tab.getByText(/No verdict of the header changes|becomes \d/).waitFor(WAIT);
await tab.waitForTimeout(1500);
await shoot('gather-palette');
await tab.getByRole('button', { name: 'Put back' }).click();
for (const part of ['logo', 'pictures', 'menus', 'pages']) {
  await tab.goto(`${running.url}/sites/${part === 'pictures' ? ferry : id}/gather/${part}`);
  await tab.locator('button.bar-verdict').waitFor(WAIT);
  if (part === 'menus') await tab.locator('.menu-row button').first().click();
  await tab.waitForTimeout(2000);
  await shoot(`gather-${part}`);
}

await tab.goto(`${running.url}/sites/${ferry}/hang?hung=item-next`);
await tab.locator('button.bar-verdict').waitFor(WAIT);
await tab.waitForTimeout(1500);
await shoot('hang');

await tab.goto(`${running.url}/sites/${id}/prove`);
await tab.locator('.finding').first().waitFor(WAIT);
await tab.getByText(/of \d+ tried/).waitFor({ state: 'detached', ...WAIT });
await tab.waitForTimeout(1500);
await shoot('prove');
await tab.goto(`${running.url}/sites/${id}/prove?view=matrix&row=log&column=scrolled+1280`);
await tab.getByText('Part of the finding').waitFor(WAIT);
await tab.waitForTimeout(2500);
await shoot('prove-matrix');
await tab.goto(`${running.url}/sites/${id}/prove?view=films`);
await tab
  .getByRole('figure')
  .last()
  .getByText('being swept')
  .waitFor({ state: 'detached', ...WAIT });
// How far it goes is known once every page has been laid out.
const films = tab.getByRole('slider', { name: 'Scroll of all pages' });
while (Number(await films.getAttribute('aria-valuenow')) === 0) await films.press('PageDown');
await tab.waitForTimeout(1500);
await shoot('prove-films');

await tab.goto(`${running.url}/sites/${id}/place?page=log`);
await tab.getByText('Each was swept on this page').waitFor(WAIT);
await tab.waitForTimeout(2500);
await shoot('place');
await tab.goto(`${running.url}/sites/${id}/dress?page=log&only=1&moment=top`);
await tab.getByText('Only on Night log.').waitFor(WAIT);
await tab.locator('button.bar-verdict').waitFor(WAIT);
await tab.waitForTimeout(4000);
await shoot('place-own');

await tab.goto(`${running.url}/sites/${id}/dress`);
const tryIt = tab.getByRole('button', { name: 'Try it', exact: true });
await tryIt.waitFor(WAIT);
await tab.locator('.percent-mark').waitFor(WAIT);
await tab.waitForTimeout(1500);
await shoot('dress');

await tab.getByRole('button', { name: 'Set this look aside' }).click();
await tryIt.click();
await tab.getByText(/clear on all pages/).waitFor(WAIT);
await tab.getByRole('button', { name: /^Ink/ }).click();
await tab.waitForTimeout(1500);

const add = (name: string) =>
  tab.getByRole('group', { name: 'Add a layer' }).getByRole('button', { name, exact: true }).click();
const undo = async (steps: number) => {
  for (let i = 0; i < steps; i++) await tab.getByRole('button', { name: 'Undo' }).click();
  // Saved before the page is left.
  await tab.waitForTimeout(1500);
};
await tab.locator('.trial').getByText(/Lost/).first().waitFor(WAIT);
await tab.getByRole('button', { name: 'Compare', exact: true }).first().click();
await tab.getByRole('slider', { name: /^Divider/ }).waitFor(WAIT);
await tab.setViewportSize({ width: 1280, height: 1080 });
await tab.waitForTimeout(2500);
await tab.setViewportSize({ width: 1280, height: 800 });
await tab.getByRole('button', { name: 'Stop comparing' }).click();
await tab.getByRole('button', { name: /^Small, open/ }).click();
await tab.waitForTimeout(2500);
await shoot('dress-menu');
await tab.getByRole('button', { name: /^After scrolling/ }).click();
await tab.goto(`${running.url}/sites/${id}/dress`);
await tab.locator('button.bar-verdict').waitFor(WAIT);
await tab.getByRole('button', { name: /^Manner/ }).click();
await tab.getByRole('combobox', { name: 'What the change goes by' }).selectOption('scroll');
await tab.getByText('While a link comes under the pointer').scrollIntoViewIfNeeded();
await tab.getByText('being swept again').waitFor({ state: 'attached', ...WAIT });
await tab.getByText('being swept again').waitFor({ state: 'detached', ...WAIT });
await tab.waitForTimeout(3000);
await shoot('dress-change');
await undo(1);
await add('Tint');
await add('Picture');
await tab.waitForTimeout(2500);
await undo(2);

await tab.goto(`${running.url}/sites/${id}/dress`);
await tab.getByText(/clear on all pages/).waitFor(WAIT);

await tab.getByRole('link', { name: 'Hand over' }).click();
await tab.getByRole('textbox', { name: /What changed/ }).fill('A fill that clears over the snow');
await tab.getByRole('button', { name: 'Publish' }).click();
await tab.getByText('Release 1 is live.').waitFor(WAIT);
await tab.getByRole('button', { name: /header\.css/ }).click();
await tab.locator('button.bar-verdict').waitFor(WAIT);
await shoot('hand-over');

const visitor = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await visitor.goto(`${running.liveUrl}/larkfell/`);
await visitor.evaluate('scrollTo(0, 780)');
await visitor.waitForTimeout(1200);
await visitor.locator('.hr-opener').click();
await shoot('published', visitor);

await browser.close();
await running.close();
process.exit(0);
