import { expect, test } from 'vitest';
import { checkSite } from '../src/model/check.ts';
import { makeEdit } from '../src/model/patch.ts';
import type { Site } from '../src/model/site.ts';
import { putTaken, type TakenInto } from '../src/start/seenPages.ts';
import { site } from './made.ts';

/** Pages that were taken elsewhere are put into a site, or renewed. */

const FROM = { address: 'https://a.example/x/', name: 'Theirs' };
const picture = (id: string) => ({ id, name: id, file: `${id}.png`, width: 1280, height: 900, alt: '' });
const taken = (address: string, id: string, title = 'A page | Theirs') => ({
  address,
  title,
  colour: '#fafafa',
  pictures: [{ width: 1280, picture: picture(id) }],
});
const put = (of: Site, pages: ReturnType<typeof taken>[]): [Site, TakenInto] => {
  let into: TakenInto | undefined;
  const [next] = makeEdit(of, 'Put', (draft) => void (into = putTaken(draft as Site, pages, FROM)));
  return [next, into!];
};

test('new pages come after the others, at addresses that are free, with names of their own', () => {
  const [next, into] = put(site, [
    taken('https://a.example/x/', 'one'),
    taken('https://a.example/x/b.html', 'two'),
    taken('https://a.example/x/b.php', 'three'),
  ]);
  expect(checkSite(next)).toEqual([]);
  expect(into).toEqual({ fresh: next.pages.slice(site.pages.length).map(({ id }) => id), again: [] });
  expect(next.pages.slice(site.pages.length)).toMatchObject([
    { path: '/page', title: 'A page', colour: { colour: '#fafafa' }, from: 'https://a.example/x/' },
    { path: '/b', snapshots: [{ width: 1280, picture: 'two' }] },
    { path: '/b-2' },
  ]);
});

test('a page from the same address gets the new pictures; the old ones go, unless something else uses them', () => {
  const [first] = put(site, [taken('https://a.example/x/b', 'one'), taken('https://a.example/x/c', 'two')]);
  const [shared] = makeEdit(first, 'Use it', (draft) => {
    draft.pages[0]!.snapshots = [{ width: 900, picture: 'two' }];
  });
  const [next, into] = put(shared, [
    taken('https://a.example/x/b', 'anew'),
    taken('https://a.example/x/c', 'anew-2'),
  ]);
  expect(checkSite(next)).toEqual([]);
  expect([into.fresh, into.again]).toEqual([[], first.pages.slice(-2).map(({ id }) => id)]);
  expect(next.pages).toHaveLength(first.pages.length);
  const ids = next.pictures.map(({ id }) => id);
  expect([ids.includes('one'), ids.includes('two'), ids.includes('anew')]).toEqual([false, true, true]);
});
