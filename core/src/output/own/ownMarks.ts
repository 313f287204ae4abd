import { cssColour } from '../../colour/rgb.ts';
import { px } from '../../css/text.ts';
import { INK_TIME } from '../../css/times.ts';
import { RING } from '../../header/metrics.ts';
import { headerItems, type Header } from '../../model/header.ts';
import type { ButtonItem } from '../../model/item.ts';
import type { OwnHeader } from '../../model/own.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { unchanged } from './letters.ts';
import { type ByState, type Declared, type Writer } from './writer.ts';

/** Buttons, icons and the menu button of a site's own header, and letters that have elements of their own. */

/** Letters that have an element of their own take the ink of what they stand in. */
function writeLetters(writer: Writer, own: OwnHeader): void {
  for (const group of writer.groups('letters'))
    writer.write(group, 'Letters take the ink of the link that they stand in.', {
      rest: [['color', 'inherit'], ...unchanged(own, group)],
    });
}

/** Buttons in the colours that their items have. */
export function writeButtons(writer: Writer, site: Site, header: Header, own: OwnHeader): void {
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  for (const group of writer.groups('button')) {
    const item = headerItems(header).find(
      (each): each is ButtonItem => each.kind === 'button' && each.id === group.item,
    );
    if (!item) continue;
    const { ink, hoverInk = ink, fill, hoverFill, pressedFill } = item;
    writer.write(group, `The button “${item.label.replaceAll('*/', '')}”.`, {
      rest: [
        ['color', colour(ink)],
        ['background-color', colour(fill)],
        ['background-image', 'none'],
        ['border-radius', px(item.radius)],
        ['transition', `color ${INK_TIME}, background-color ${INK_TIME}`],
        ...unchanged(own, group),
      ],
      focus: [
        ['outline-style', 'solid'],
        ['outline-width', px(RING.thickness)],
        ['outline-color', 'var(--hr-ring, var(--hr-link))'],
        ['outline-offset', px(RING.offset)],
      ],
      hover: [
        ['color', colour(hoverInk)],
        ['background-color', colour(hoverFill)],
      ],
      active: pressedFill ? [['background-color', colour(pressedFill)]] : [],
    });
  }
}

/** Icons and the menu button: whatever paints them takes the links' ink. */
export function writeMarks(writer: Writer, own: OwnHeader): void {
  const hosts = writer.groups('focus');
  const isStill = own.inks.some(({ id, isStill: still }) => id === 'menu-button' && still);
  const hasButton = own.inks.some(({ id }) => id === 'menu-button');
  for (const [i, group] of hosts.entries()) {
    const rest: Declared = [
      ['--hr-mark', 'var(--hr-link)'],
      ['background-color', 'transparent'],
      ['background-image', 'none'],
      ...(group.paints ?? []).map((property): Declared[number] => [property, 'transparent']),
    ];
    const answers: ByState = {
      focus: [
        ['--hr-mark', 'var(--hr-focused, var(--hr-link))'],
        ['outline-style', 'solid'],
        ['outline-width', px(RING.thickness)],
        ['outline-color', 'var(--hr-ring, var(--hr-focused, var(--hr-link)))'],
        ['outline-offset', px(RING.offset)],
      ],
      hover: [['--hr-mark', 'var(--hr-hover)']],
      active: [['--hr-mark', 'var(--hr-pressed, var(--hr-hover))']],
    };
    // The menu button is the last; one that is a label only does not answer.
    const answersNot = hasButton && isStill && i === hosts.length - 1;
    writer.write(group, 'Icons and the menu button.', answersNot ? { rest } : { rest, ...answers });
  }
  const value = 'var(--hr-mark, var(--hr-link))';
  for (const group of [...writer.groups('icons'), ...writer.groups('mark')])
    writer.write(group, 'What paints a mark.', {
      rest: (group.paints ?? []).flatMap((property): Declared => {
        if (property !== 'box-shadow') return [[property, value]];
        // Lengths stay, colours go.
        const theirs = own.rules.find(
          (rule) => rule.group === group.name && rule.number === group.number && rule.property === property,
        );
        return theirs ? [[property, theirs.value.replace(COLOUR, value)]] : [];
      }),
    });
  writeLetters(writer, own);
}

const COLOUR =
  /(?:rgb|hsl|oklch|oklab|lab|lch|color)a?\([^)]*\)|#[0-9a-f]{3,8}|\bcurrentcolor\b|(?<![\w-])(?:black|white|red|gold|navy|gray|grey|silver|maroon|green|blue)(?![\w-])/gi;
