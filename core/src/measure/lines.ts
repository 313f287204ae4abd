import LineBreaker from 'linebreak';
import type { Font, Measure } from './measure.ts';

/**
 * Breaks a text into lines no wider than `width`, first fit, at the opportunities of UAX 14; a word wider than a line
 * is broken between letters (`overflow-wrap: break-word`). White space at a line's end does not count and is dropped.
 */
export function breakLines(text: string, font: Font, width: number, measure: Measure): string[] {
  const lines: string[] = [];
  let line = '';
  for (const piece of pieces(text.replace(/\s+/g, ' ').trim())) {
    if (fits(line + piece, font, width, measure)) {
      line += piece;
      continue;
    }
    if (line.trim() !== '') lines.push(line.trimEnd());
    line = piece;
    while (!fits(line, font, width, measure)) {
      const cut = longestFit(line, font, width, measure);
      lines.push(line.slice(0, cut));
      line = line.slice(cut);
    }
  }
  if (line.trim() !== '' || lines.length === 0) lines.push(line.trimEnd());
  return lines;
}

function pieces(text: string): string[] {
  const breaker = new LineBreaker(text);
  const found: string[] = [];
  let from = 0;
  for (let at = breaker.nextBreak(); at; at = breaker.nextBreak()) {
    found.push(text.slice(from, at.position));
    from = at.position;
  }
  return found;
}

function fits(line: string, font: Font, width: number, measure: Measure): boolean {
  return measure.advance(line.trimEnd(), font) <= width + 1 / 64;
}

function longestFit(line: string, font: Font, width: number, measure: Measure): number {
  let cut = 1;
  while (cut < line.trimEnd().length && fits(line.slice(0, cut + 1), font, width, measure)) cut++;
  return cut;
}
