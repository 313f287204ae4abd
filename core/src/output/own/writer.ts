import { within } from '../../css/text.ts';
import type { OwnGroup, OwnGroupName, OwnHeader, OwnOpening, OwnRule, Weight } from '../../model/own.ts';
import { OUR_STATES, heavier, mustBeImportant, raised, rivalsOf, sumOf, type OurState } from './weights.ts';

/** Writes rules on a site's own markup, each as heavy as it must be to win. */

/** Declarations for one state. */
export type Declared = [property: string, value: string | undefined][];
export type ByState = Partial<Record<OurState, Declared>>;

/** Something that no style sheet beats. */
export interface Unbeaten {
  group: OwnGroupName;
  property: string;
  rule: OwnRule;
}

/** Writes rules that win, and notes those that cannot. */
export class Writer {
  readonly #own: OwnHeader;
  readonly #parts: string[] = [];
  readonly unbeaten: Unbeaten[] = [];
  /** What a group's rules weigh at least: later ones must not be lighter than what they go before. */
  readonly #floor = new Map<string, Weight>();

  /** What had to be important of a chain's properties, by itself or in layers. */
  readonly #important = new Map<string, { plain: boolean; layers: ReadonlySet<string> }>();

  constructor(own: OwnHeader) {
    this.#own = own;
  }

  groups(name: OwnGroupName): OwnGroup[] {
    return this.#own.groups.filter((group) => group.name === name);
  }

  text(part: string): void {
    if (part) this.#parts.push(part);
  }

  /**
   * Rules for a group in its states.
   * @param how `chain`: groups of the same chain follow one another, and a later rule of it is never lighter than an earlier;
   * `all`: everything that is set for these elements, where that is not what is set here; `also`: groups of some of the same
   * elements, whose rivals these rules have to beat, too
   */
  write(
    group: OwnGroup,
    says: string,
    byState: ByState,
    how: { media?: string; chain?: string; all?: ByState; also?: readonly OwnGroup[] } = {},
  ): void {
    const { media, chain = `${group.name} ${group.number}`, all = byState, also = [] } = how;
    const states = (Object.keys(byState) as OurState[]).filter((state) => byState[state]!.length > 0);
    /** The states for which something sets a property; what holds on the page one is on, or while a drop-down is open, holds at rest there. */
    const setting = (property: string) =>
      OUR_STATES.filter(
        (state) => state !== 'current' && state !== 'open' && all[state]?.some(([name]) => name === property),
      );
    let css = '';
    for (const state of states) {
      const plain: string[] = [];
      const important: string[] = [];
      const layered = new Map<string, string[]>();
      let over: Weight | undefined;
      let overImportant: Weight | undefined;
      const overLayer = new Map<string, Weight>();
      const most = (known: Weight | undefined, next: Weight | undefined) =>
        known && next ? heavier(known, next) : (next ?? known);
      for (const [property, value] of byState[state]!) {
        if (value === undefined) continue;
        const rivals = rivalsOf(this.#own, [group, ...also], property, state, setting(property));
        if (rivals.beyond && !this.unbeaten.some((each) => each.rule === rivals.beyond))
          this.unbeaten.push({ group: group.name, property, rule: rivals.beyond });
        // What we had to make important ourselves goes before what is not.
        const held = this.#important.get(`${chain} ${property}`) ?? {
          plain: false,
          layers: new Set<string>(),
        };
        for (const layer of held.layers) if (!rivals.layers.has(layer)) rivals.layers.set(layer, [0, 0, 0]);
        if (held.plain) rivals.inline = true;
        if (!mustBeImportant(rivals)) {
          plain.push(`${property}: ${value}`);
          over = most(over, rivals.plain);
          continue;
        }
        this.#important.set(`${chain} ${property}`, {
          plain: held.plain || rivals.important !== undefined || rivals.inline,
          layers: new Set([...held.layers, ...rivals.layers.keys()]),
        });
        for (const [layer, weight] of rivals.layers) {
          layered.set(layer, [...(layered.get(layer) ?? []), `${property}: ${value} !important`]);
          overLayer.set(layer, most(overLayer.get(layer), weight)!);
        }
        if (rivals.important !== undefined || rivals.inline) {
          important.push(`${property}: ${value} !important`);
          overImportant = most(overImportant, rivals.important);
        }
      }
      css += this.#rule(group, state, chain, plain, over);
      css += this.#rule(group, state, `${chain} !`, important, overImportant);
      for (const [layer, lines] of layered)
        css += within(
          `@layer ${layer}`,
          this.#rule(group, state, `${chain} ${layer}`, lines, overLayer.get(layer)),
        );
    }
    if (!css) return;
    this.#parts.push(`/* ${says} */\n${media ? within(media, css) : css}`);
  }

  #rule(
    group: OwnGroup,
    state: OurState,
    chain: string,
    lines: readonly string[],
    over: Weight | undefined,
  ): string {
    if (lines.length === 0) return '';
    const own = this.#own;
    const pseudo = state === 'open' ? openedPseudo(group) : PSEUDO[state];
    const weighs = PSEUDO[state] !== '';
    const base = sumOf(sumOf(own.weight, group.weight), weighs ? [0, 1, 0] : [0, 0, 0]);
    const { selector, by } = raised(own, base, over, this.#floor.get(chain));
    this.#floor.set(chain, sumOf(base, by));
    const list = group.inner.map((inner) => {
      const [, plain, element] = /^(.*?)(::[\w-]+)?$/s.exec(inner)!;
      return `${selector}${plain ? ` ${plain}` : ''}${pseudo}${element ?? ''}`;
    });
    return `${list.join(',\n')} {\n${lines.map((line) => `  ${line};\n`).join('')}}\n`;
  }

  end(): string {
    return this.#parts.join('\n');
  }
}

const PSEUDO: Record<OurState, string> = {
  rest: '',
  current: '',
  open: '',
  focus: ':focus-visible',
  hover: ':hover',
  active: ':active',
};

/** Where a link's drop-down is open: what tells so weighs nothing, so that what follows goes before it. */
function openedPseudo({ opened }: OwnGroup): string {
  if (!opened) return '';
  const below = ' > *'.repeat(opened.up - 1);
  const told: Record<OwnOpening, string> = {
    pointer: `:hover${below} > *`,
    // The link itself with the keyboard on it is in a state of its own.
    focus: `:focus-within${below} > :not(:focus)`,
    expanded: '[aria-expanded="true"]',
    beside: `:has(> [aria-expanded="true"])${below} > *`,
    details: `[open]${below} > *`,
  };
  return `:where(${opened.by.map((by) => told[by]).join(', ')})`;
}

/** A declaration only where theirs sets the property. */
export function neutral(own: OwnHeader, { name, number }: OwnGroup, ...all: [string, string][]): Declared {
  return all.filter(([property]) =>
    own.rules.some((rule) => rule.group === name && rule.number === number && rule.property === property),
  );
}
