import { openOwner } from './owner.ts';
const owner = await openOwner();
await owner.tab.setViewportSize({ width: 1280, height: 800 });
await owner.tab.goto(`${owner.running.url}/sites/${owner.running.context.sites.ids()[0]}/prove`);
await owner.tab.waitForTimeout(70000);
await owner.tab.screenshot({ path: '/tmp/p1.png' });
await owner.close();
