import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { checkSite } from '@hatrail/core/model/check';
import type { Site } from '@hatrail/core/model/site';
import { fileReader } from '@hatrail/server/context';
import { start, type Running } from '@hatrail/server/start';
import sharp from 'sharp';
import { seededFolder } from '../server/test/seeded.ts';
import { PAGES, openElsewhere, type Elsewhere } from './elsewhere.ts';

/** What the capture service makes of an address: what cannot be used is said, what is not like others is brought in all the same. */

const SLOW = { timeout: 90_000 };
let running: Running;
let at: Elsewhere;
beforeAll(async () => {
  const dataFolder = seededFolder();
  running = await start({ port: 0, livePort: 0, dataFolder });
  at = await openElsewhere(running, dataFolder);
}, 120_000);
afterAll(async () => {
  at.close();
  await running.close();
});

describe('an address that cannot be used', () => {
  const addresses: [string, () => string, RegExp][] = [
    ['no address', () => 'my site', /begins with https/],
    ['a file', () => 'file:///etc/passwd', /begins with https/],
    ['a name and password in it', () => 'https://me:it@a.example/', /without a name and password/],
    ['nobody of that name', () => 'http://nobody.invalid/', /does not answer/],
    ['nobody listens', () => 'http://127.0.0.1:9/', /does not answer|could not be opened/],
    ['a circle', () => `${at.base}/round`, /in a circle/],
    ['led to Hat Rail itself', () => `${at.base}/inside`, /is Hat Rail itself/],
    ['a password', () => `${at.base}/secret`, /name and a password/],
    ['a PDF', () => `${at.base}/paper`, /not a page/],
    ['nothing there', () => `${at.base}/nowhere`, /answered 404/],
  ];
  /** Those that are told by the same as another. */
  const ALIKE = ['nobody of that name', 'a password', 'nothing there'];
  const chosen = process.env.LONG ? addresses : addresses.filter(([name]) => !ALIKE.includes(name));
  test.each(chosen)('%s', async (_, address, message) => {
    const { phase, message: told } = await at.lookedAt({ address: address() });
    expect([phase, told]).toEqual(['failed', expect.stringMatching(message)]);
  });

  // It takes as long as an address is waited for.
  test.runIf(process.env.LONG)('one that never answers', async () => {
    const { message } = await at.lookedAt({ address: `${at.base}/never` });
    expect(message).toMatch(/does not answer within 20 seconds/);
  });

  test('this machine, where it is not allowed', async () => {
    const { message } = await at.lookedAt({ address: at.base, allowLocal: false });
    expect(message).toMatch(/is on this machine or network. Tick/);
  });
});

describe('a page that is not like others', () => {
  test.runIf(process.env.LONG)(
    'without a header and 40,000 px long: the first of it is taken, and both are said',
    async () => {
      const found = await at.lookedAt({ address: `${at.base}/bare` });
      expect(found.found).toMatchObject({
        hasHeader: false,
        notes: [expect.stringMatching(/No header was found/)],
      });
      await at.api(`/${found.id}/pages`, { pages: [found.found!.address] });
      const taken = await at.settled(found.id);
      expect(taken.seen!.notes).toEqual([expect.stringMatching(/its first 12,000 px were taken/)]);
      expect(Object.values(taken.sizes!).map(({ height }) => height)).toEqual([12000, 12000, 12000, 12000]);
      const kept = await fetch(`${running.url}/api/captures/${found.id}/keep`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: '{}',
      });
      const { site } = (await kept.json()) as { site: Parameters<typeof checkSite>[0] };
      expect(checkSite(site)).toEqual([]);
      expect(at.drafts()).toEqual([]);
    },
  );

  test('its header in a shadow root is found; one in a frame is said', async () => {
    const { found } = await at.lookedAt({ address: `${at.base}/shadow` });
    expect(found).toMatchObject({ hasHeader: true, pages: [{}, { label: 'A' }, { label: 'B' }] });
    expect((await at.lookedAt({ address: `${at.base}/frame` })).found!.notes).toEqual([
      expect.stringMatching(/in a frame of its own/),
    ]);
  });

  const keptOf = async (path: string) => {
    const found = await at.lookedAt({ address: `${at.base}${path}` });
    await at.api(`/${found.id}/pages`, { pages: [found.found!.address] });
    await at.settled(found.id);
    const kept = await fetch(`${running.url}/api/captures/${found.id}/keep`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    return (await kept.json()) as { site: Site; hashes: Record<string, string> };
  };

  test.runIf(process.env.LONG)(
    'a logo that style turns over until it is scrolled: two pictures, each judged at its moment',
    async () => {
      const { site, hashes } = await keptOf('/turned');
      expect(checkSite(site)).toEqual([]);
      expect(site.ownHeaders![0]!.logos).toEqual({ top: 'light', scrolled: 'dark' });
      const lightness = async (variant: 'light' | 'dark') => {
        const { file } = site.pictures.find(({ id }) => id === site.logo.variants[variant])!;
        const bytes = await fileReader(running.context, { site, hashes })(file);
        return (await sharp(bytes).removeAlpha().stats()).channels[0]!.mean;
      };
      expect(await lightness('light')).toBeGreaterThan(230);
      expect(await lightness('dark')).toBeLessThan(30);
    },
  );

  test.runIf(process.env.LONG)(
    'where the links change and the logo does not, its picture stays',
    async () => {
      const still = await keptOf('/still');
      expect(still.site.ownHeaders![0]!.logos).toBeUndefined();
      expect(still.site.logo.variants.single).toBeDefined();
    },
  );

  test.runIf(process.env.LONG)(
    '5,000 links: those of the header first, no more than can be looked through',
    async () => {
      const { found } = await at.lookedAt({ address: `${at.base}/links` });
      expect(found!.pages).toHaveLength(200);
      expect(found!.pages[1]).toMatchObject({ label: 'A', isInHeader: true });
    },
  );

  test.runIf(process.env.LONG)('HTML cut short, and a page that was saved', async () => {
    expect((await at.lookedAt({ address: `${at.base}/cut` })).found).toMatchObject({ hasHeader: true });
    const saved = await at.lookedAt({ address: '', html: `<title>Saved</title>${PAGES['/shadow']}` });
    expect(saved.found).toMatchObject({ name: 'Saved', hasHeader: true, pages: [{ isInHeader: true }] });
  });
});

test('one at a time; stopped, it leaves nothing behind', async () => {
  const { state } = await at.api('', { address: `${running.liveUrl}/wether-lane/`, allowLocal: true });
  const other = await at.api('', { address: at.base, allowLocal: true });
  expect([other.status, other.state]).toEqual([
    409,
    expect.objectContaining({ title: expect.stringMatching(/Another site/), capture: state.id }),
  ]);
  const { found } = await at.settled(state.id);
  await at.api(`/${state.id}/pages`, { pages: found!.pages.map(({ address }) => address) });
  await expect.poll(() => at.drafts().length, SLOW).toBeGreaterThan(1);
  expect((await at.api(`/${state.id}`, undefined, 'DELETE')).status).toBe(204);
  await expect.poll(at.drafts, SLOW).toEqual([]);
  expect((await at.api(`/${state.id}`)).status).toBe(404);
});
