import { afterEach } from 'vitest';
import { AT_WORK } from './atWork.ts';

/** Where a story fails, what its owner sees is told with it: where, what stands there, and which errors the page met. */
afterEach(async ({ task }) => {
  if (task.result?.state !== 'fail') return;
  for (const { tab, errors } of AT_WORK) {
    const seen = await tab.locator('body').innerText({ timeout: 2000 }).catch(String);
    console.log([`${task.name}: failed at ${tab.url()}`, ...errors, seen.slice(0, 4000)].join('\n'));
  }
});
