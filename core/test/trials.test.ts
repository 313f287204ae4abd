import { describe, expect, test } from 'vitest';
import { headerInTrial, trialOf, wearTrial } from '../src/header/trials.ts';
import { checkSite } from '../src/model/check.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { judgePanel } from '../src/sweep/panel.ts';
import type { Site } from '../src/model/site.ts';
import { header, measure, site, light } from './made.ts';

describe('trials', () => {
  const [rail] = header.rails;
  const dressed = {
    ...header,
    rails: [{ ...rail!, looks: { top: { fill: { opacity: 0.5 } } } }],
  };
  const trial = trialOf(dressed, 'trial-1', 'Half');

  test('set aside all that is worn, and wear it again to the last value', () => {
    const changed = {
      ...dressed,
      looks: { top: {}, scrolled: {} },
      rails: [
        {
          ...rail!,
          end: rail!.end.map((item) => ({ ...item, looks: { top: { ink: { logo: 'dark' as const } } } })),
        },
      ],
      manner: { ...header.manner, duration: 900 },
    };
    const worn = headerInTrial(changed as typeof header, trial);
    expect(worn.looks).toEqual(dressed.looks);
    expect(worn.rails[0]!.looks).toEqual(dressed.rails[0]!.looks);
    expect(worn.rails[0]!.end[0]).not.toHaveProperty('looks');
    expect(worn.manner).toEqual(header.manner);
    expect(changed.manner.duration).toBe(900);
  });
  test('a part that has gone is passed over', () => {
    const other = { ...header, rails: [] as never };
    wearTrial(other, trial);
    expect(other.looks).toEqual(dressed.looks);
  });
  test('are part of the document, and its rules', () => {
    const kept = {
      ...dressed,
      trials: [trial],
      holds: [{ moment: 'scrolled' as const, layer: 'fill' as const }],
    };
    expect(checkSite({ ...site, headers: [kept] })).toEqual([]);
    const bad = { ...kept, holds: [{ moment: 'scrolled', layer: 'blur' }] };
    expect(checkSite({ ...site, headers: [bad] })[0]).toEqual({
      path: 'headers[0].holds[0].layer',
      message: 'Choose fill, tint, gradient.',
    });
  });
});

describe('drop-downs and the folded menu', () => {
  const [menu] = site.menus;
  const opening = {
    ...site,
    menus: [
      {
        ...menu!,
        entries: menu!.entries.map((entry) => ({
          ...entry,
          children: [{ id: `${entry.id}-a`, label: 'More', address: '/' }],
        })),
      },
    ],
  };
  const worst = (panel: typeof header.panel, of: Site = opening) =>
    judgePanel(of, { ...header, panel }).map(({ where, what, state, contrast, verdict }) => [
      where,
      what,
      state,
      Math.round(10 * contrast) / 10,
      verdict,
    ]);

  test('are solid: each state has one contrast', () => {
    expect(
      worst({
        fill: { colour: '#ffffff' },
        ink: { colour: '#767676' },
        hover: { colour: '#999999' },
        hoverFill: { colour: '#999999' },
      }),
    ).toEqual(
      ['drop-downs', 'folded menu'].flatMap((where) => [
        [where, 'entries', 'rest', 4.5, 'clear'],
        [where, 'entries', 'hover', 1, 'lost'],
        [where, 'entries', 'current', 4.5, 'clear'],
        [where, 'focus ring', 'focused', 4.5, 'clear'],
      ]),
    );
  });
  test('pressed and with the keyboard on them, where they are dressed for that; the ring is in that ink, on that ground', () => {
    const panel = {
      fill: { colour: '#ffffff' },
      ink: { colour: '#000000' },
      hover: { colour: '#767676' },
      pressedFill: { colour: '#767676' },
      focused: { colour: '#ffffff' },
      focusedFill: { colour: '#1c6b4a' },
    };
    const [, , ...rest] = worst(panel).slice(0, 6);
    expect(rest).toEqual([
      ['drop-downs', 'entries', 'current', 21, 'clear'],
      // Pressed the ink is as hovered: on its own colour.
      ['drop-downs', 'entries', 'pressed', 1, 'lost'],
      ['drop-downs', 'entries', 'focused', 6.5, 'clear'],
      ['drop-downs', 'focus ring', 'focused', 6.5, 'clear'],
    ]);
    const css = light(headerCss(opening, { ...header, panel }, measure, rootAddresses(opening)));
    expect(css).toMatch(/\.hr a\.hr-sub:active \{[^}]*background: rgb\(118 118 118\)/);
    expect(css).toMatch(/\.hr-sub:focus-visible \{[^}]*color: rgb\(255 255 255\)/);
  });
  test('what opens nothing has no verdict', () => {
    expect(worst(header.panel, site).map(([where]) => where)).not.toContain('drop-downs');
  });
});
