import type { OwnNode } from '@hatrail/core/model/own';

/** A node of their markup, by the numbers of nodes from the header down. */
export function nodeAt(root: OwnNode, path: string): OwnNode | undefined {
  let at: OwnNode | undefined = root;
  for (const step of path === '' ? [] : path.split('/')) at = at?.nodes?.[Number(step)];
  return at;
}

/** One line of markup as it is shown: an element's opening tag with its text, or a text. */
export interface MarkupLine {
  path: string;
  depth: number;
  text: string;
}

const MOST = 160;
const shorten = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** The markup as lines: an element with nothing but text in it takes one. */
export function linesOf(root: OwnNode, from = ''): MarkupLine[] {
  const lines: MarkupLine[] = [];
  // Addresses of the site itself are shown as they are within it.
  const origin = /^https?:\/\/[^/]+/.exec(from)?.[0];
  const within = (value: string) =>
    origin && value.startsWith(`${origin}/`) ? value.slice(origin.length) : value;
  const walk = (node: OwnNode, path: string, depth: number) => {
    if (lines.length >= MOST || node.tag === undefined) return;
    const attributes = (node.attributes ?? [])
      .filter(({ name }) => name !== 'style' || node.tag !== 'img')
      .map(({ name, value }) => ` ${name}="${shorten(within(value), 40)}"`)
      .join('');
    const inner = node.nodes ?? [];
    const isPlain = inner.every(({ tag }) => tag === undefined);
    const text = inner
      .map((each) => each.text ?? '')
      .join('')
      .replace(/\s+/g, ' ')
      .trim();
    const isDrawing = node.tag === 'svg';
    const end = isDrawing
      ? '…</svg>'
      : isPlain && inner.length > 0
        ? `${shorten(text, 60)}</${node.tag}>`
        : '';
    lines.push({ path, depth, text: `<${node.tag}${shorten(attributes, 90)}>${end}` });
    if (!isPlain && !isDrawing)
      inner.forEach((each, i) => walk(each, path === '' ? String(i) : `${path}/${i}`, depth + 1));
  };
  walk(root, '', 0);
  return lines;
}
