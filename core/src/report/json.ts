import type { BandWord } from '../finding/others.ts';
import type { PanelVerdict } from '../sweep/panel.ts';
import type { Row } from '../sweep/row.ts';

/** A row in the form in which it is handed on as JSON. */
function told(row: Row): object {
  const { below: _, ground: __, thread: ___, name: ____, criterion: _____, ...rest } = row;
  return rest;
}

/** Everything that was swept, as JSON. */
export function reportJson(swept: {
  rows: readonly Row[];
  panels: readonly PanelVerdict[];
  words?: readonly BandWord[];
  widths: readonly number[];
}): string {
  const { rows, panels, words = [], widths } = swept;
  return JSON.stringify({ rows: rows.map(told), panels, words, widths }, null, 2);
}
