import { beforeEach, describe, expect, test } from 'vitest';
import type { Row, SweptRow } from '@hatrail/core/sweep/row';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import { site } from '../../core/test/made.ts';
import { originText, putBack, setLook, setManner, setsLayer } from '../src/dress/lookEdits.ts';
import { clampWidth } from '../src/dress/place.ts';
import { verdictStretches } from '../src/dress/stretches.ts';
import { threadsOf, worstRow, type ThreadState } from '../src/dress/view.ts';
import { useEditor } from '../src/editor/store.ts';
import { worstFirst } from '@hatrail/core/remedy/kind';
import { countItems } from '../src/editor/verdicts.ts';
import { placesToProve } from '../src/engine/proof.ts';
import { figure } from '../src/parts/Verdict.tsx';

const row = (item: string, worst: number, state: Row['state'] = 'rest', needed = 4.5): Row =>
  ({
    item,
    itemId: item,
    part: 'ink',
    worst,
    needed,
    state,
    verdict: verdictOf(worst, needed),
    moment: 'scrolled',
  }) as Row;

describe('the row to look at first', () => {
  test('is the one furthest below its need, and a link at rest before a hovered one', () => {
    expect(worstRow([row('a', 2.9), row('b', 1.2, 'hover'), row('c', 2.6)])?.item).toBe('c');
    expect(worstRow([row('a', 2.6), row('logo', 1.6, 'rest', 3)])?.item).toBe('logo');
  });
  test('is a hovered one where only that is lost', () => {
    expect(worstRow([row('a', 4.0), row('b', 1.2, 'hover')])?.item).toBe('b');
  });
  test('is the one nearest to its need where all are clear, in whatever state', () => {
    expect(worstRow([row('a', 9), row('b', 4.6, 'hover')])?.item).toBe('b');
    expect(worstRow([])).toBeUndefined();
  });
});

describe('counting', () => {
  test('an item that is lost in many places counts once', () => {
    const rows = [row('a', 1), row('a', 2, 'hover'), row('b', 1), row('c', 9)];
    expect(countItems(rows, 'lost')).toBe(2);
    expect(countItems(rows, 'clear')).toBe(1);
    expect(worstFirst(rows).map(({ worst }) => worst)).toEqual([1, 1, 2, 9]);
  });
  test('all pages at all standard widths, and the width on screen once', () => {
    expect(placesToProve(site, site.headers[0]!)).toHaveLength(4);
    expect(placesToProve(site, site.headers[0]!, [{ width: 1280 }])).toHaveLength(4);
    expect(placesToProve(site, site.headers[0]!, [{ width: 800 }])[0]).toEqual({
      pageId: 'home',
      width: 800,
    });
  });
  test('a figure is cut, so that 4.49 does not read as 4.5', () => {
    expect([4.49, 4.5, 21, 1].map(figure)).toEqual(['4.4', '4.5', '21.0', '1.0']);
  });
});

describe('threads', () => {
  const swept = (from: number, contrasts: number[], moment: Row['moment']): SweptRow => ({
    ...row('a', Math.min(...contrasts)),
    moment,
    span: { from, to: from + contrasts.length - 1 },
    contrasts: Float32Array.from(contrasts),
  });
  test('one for each item over all moments, in one of its states or the worst of all, and nothing where it is not there', () => {
    const rows = [
      swept(0, [9, 9], 'top'),
      swept(2, [1.5, 9], 'scrolled'),
      swept(7, [9], 'scrolled'),
      { ...swept(0, [2.25, 18], 'top'), state: 'hover' as const },
      { ...swept(0, [1.5, 18], 'top'), state: 'focused' as const, part: 'ring' as const, needed: 3 },
    ];
    const shown = (state?: ThreadState) =>
      threadsOf(rows, state).flatMap(({ parts }) => parts.map(({ span, shares }) => [span.from, ...shares]));
    expect(shown('rest')).toEqual([
      [0, 2, 2, 1.5 / 4.5, 2],
      [7, 2],
    ]);
    expect(shown('hover')).toEqual([[0, 0.5, 4]]);
    expect(shown('focused')).toEqual([[0, 0.5, 6]]);
    expect(shown()).toEqual([
      [0, 0.5, 2, 1.5 / 4.5, 2],
      [7, 2],
    ]);
    expect(threadsOf(rows)).toHaveLength(1);
  });
  const partOf = (swept: SweptRow) => threadsOf([swept])[0]!.parts[0]!;
  test('stretches of one verdict; a lost pixel is not smoothed away on a long page', () => {
    const contrasts = Array.from({ length: 4000 }, (_, s) => (s === 2002 ? 1 : s < 1000 ? 3.5 : 9));
    const stretches = verdictStretches(partOf(swept(0, contrasts, 'top')), 5000);
    expect(stretches).toEqual([
      { from: 0, to: 200, verdict: 'strained' },
      { from: 200, to: 400, verdict: 'clear' },
      { from: 400, to: 401, verdict: 'lost' },
      { from: 401, to: 800, verdict: 'clear' },
    ]);
  });
  test('a page shorter than the film has rows for every pixel of scroll', () => {
    const stretches = verdictStretches(partOf(swept(10, [9, 1, 9], 'top')), 100);
    expect(stretches.map(({ from, to, verdict }) => [from, to, verdict])).toEqual([
      [100, 110, 'clear'],
      [110, 120, 'lost'],
      [120, 121, 'clear'],
    ]);
  });
});

describe('edits of a look', () => {
  beforeEach(() => {
    useEditor.getState().open({
      id: 's',
      slug: 's',
      changedAt: '2026-01-01',
      site: structuredClone(site),
      revisions: { site: 1, pages: {}, headers: {}, order: { pages: 1, headers: 1 } },
      hashes: {},
    });
  });
  const header = () => useEditor.getState().site!.headers[0]!;

  test('set a value at a moment, say where it comes from, and put it back', () => {
    expect(originText(site, { header: header() }, 'scrolled', 'ink', 'link')).toBe('from At the top');
    setLook({ header: header() }, 'scrolled', 'ink', 'link', { swatch: 'night' });
    expect(originText(site, { header: header() }, 'scrolled', 'ink', 'link')).toBe('own to this moment');
    expect(header().looks.top.ink!.link).toEqual({ swatch: 'white' });
    putBack({ header: header() }, 'scrolled', 'ink', 'link');
    expect(setsLayer({ header: header() }, 'scrolled', 'ink')).toBe(false);
    expect(header()).toEqual(site.headers[0]);
  });
  test('put a whole layer back', () => {
    setLook({ header: header() }, 'scrolled', 'fill', 'colour', { swatch: 'snow' });
    putBack({ header: header() }, 'scrolled', 'fill');
    expect(header().looks.scrolled).toEqual({});
    useEditor.getState().undo();
    expect(header().looks.scrolled.fill).toEqual({ colour: { swatch: 'snow' }, opacity: 0.42 });
  });
  test('the manner', () => {
    setManner(header(), { lies: 'above' }, 'Over or above');
    expect(header().manner).toMatchObject({ lies: 'above', onScroll: 'stays' });
  });
});

test('widths stay on the ruler', () => {
  expect([100, 320.4, 5000].map(clampWidth)).toEqual([320, 320, 2560]);
});
