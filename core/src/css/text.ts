/** Text made safe to stand in HTML, between tags or in a quoted attribute. */
export function escapeHtml(text: string): string {
  const entities: Record<string, string> = {
    '&': '&amp;',
    '<': '&lt;',
    '>': '&gt;',
    '"': '&quot;',
    "'": '&#39;',
  };
  return text.replace(/[&<>"']/g, (letter) => entities[letter]!);
}

/** A length in CSS pixels, without needless decimals. */
export function px(length: number): string {
  return `${Number(length.toFixed(4))}px`;
}

/** The size of a placed picture as `background-size` says it. */
export function cssPictureSize(placing: { size: string; drawnWidth?: number; share?: number }): string {
  const { size, drawnWidth, share } = placing;
  if (share !== undefined) return `${share}%`;
  return drawnWidth === undefined ? size : px(drawnWidth);
}

/** A CSS rule; declarations that are empty are left out. */
export function rule(selector: string, ...declarations: (string | false)[]): string {
  const body = declarations.filter(Boolean).map((line) => `  ${line};\n`);
  return `${selector} {\n${body.join('')}}\n`;
}

/** CSS within an at-rule, indented. */
export function within(atRule: string, css: string): string {
  return `${atRule} {\n${css.replace(/^(?=.)/gm, '  ')}}\n`;
}

/** Lines moved in by some spaces. */
export function indent(text: string, by: number): string {
  return text.replace(/^(?=.)/gm, ' '.repeat(by));
}
