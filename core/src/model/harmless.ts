import { ValidateBy } from 'class-validator';

/**
 * Markup and style from anywhere, kept so that they do nothing by themselves: no script, and nothing that asks for anything from
 * outside.
 */

/** Elements that do something by themselves, or bring in something from outside. */
const FORBIDDEN =
  /^(script|style|link|meta|base|iframe|frame|object|embed|applet|portal|template|foreignobject|animate|set)$/i;
/** Attributes that may be kept; what a script would listen to is none of them. */
const ATTRIBUTE = /^(?!on)[a-z][a-z0-9:_-]{0,60}$/i;
const ADDRESS = /^(href|src|action|formaction|poster|data|xlink:href)$/i;

/** Whether an attribute can stand in a page without doing anything by itself. */
export function isHarmless(name: string, value: string): boolean {
  if (!ATTRIBUTE.test(name) || /^(srcset|srcdoc|ping|background|autofocus)$/i.test(name)) return false;
  const plain = value.replace(/[\u0000-\u0020]/g, '').toLowerCase();
  if (name.toLowerCase() === 'style') return isHarmlessCss(value);
  if (!ADDRESS.test(name)) return true;
  // A picture is kept with the document, or not shown.
  if (/^(src|poster|data)$/i.test(name))
    return /^data:image\/(png|jpeg|gif|webp|avif|svg\+xml)[;,]/.test(plain);
  return !/^[a-z][a-z0-9+.-]*:/.test(plain) || /^(https?|mailto|tel):/.test(plain);
}

/** Whether CSS brings nothing in from outside and ends no element that it stands in. */
export function isHarmlessCss(css: string): boolean {
  // Letters may be written by their numbers: both ways are looked at.
  const read = css
    .replace(/\\([0-9a-f]{1,6})\s?/gi, (_, code: string) => {
      const point = parseInt(code, 16);
      return point > 0 && point <= 0x10ffff ? String.fromCodePoint(point) : ' ';
    })
    .replace(/\\(.)/g, '$1');
  return [css, read].every(
    (text) =>
      !/<\/|<!--|@import|@charset|@namespace|expression\s*\(|-moz-binding|behavior\s*:/i.test(text) &&
      !/(?:url|image-set|src|image)\((?!\s*["']?\s*(?:data:image\/|#))/i.test(text),
  );
}

/** Whether an element may stand in kept markup. */
export function isHarmlessTag(tag: string): boolean {
  return /^[a-zA-Z][a-zA-Z0-9-]{0,40}$/.test(tag) && !FORBIDDEN.test(tag);
}

/** An attribute's value that does nothing by itself. */
export function IsHarmless(): PropertyDecorator {
  return ValidateBy({
    name: 'isHarmless',
    validator: {
      validate: (value, args) =>
        typeof value === 'string' &&
        isHarmless(String((args?.object as { name?: unknown } | undefined)?.name), value),
      defaultMessage: (args) =>
        `Take out the attribute ${String((args?.object as { name?: unknown } | undefined)?.name).slice(0, 40)}: it could do something by itself.`,
    },
  });
}

/** An element's name, of one that does nothing by itself. */
export function IsNoDoer(): PropertyDecorator {
  return ValidateBy({
    name: 'isNoDoer',
    validator: {
      validate: (value) => typeof value === 'string' && !FORBIDDEN.test(value),
      defaultMessage: (args) => `Take out the element ${String(args?.value).slice(0, 40)}.`,
    },
  });
}

/** Style sheets that ask for nothing from outside. */
export function IsHarmlessStyle(): PropertyDecorator {
  return ValidateBy({
    name: 'isHarmlessStyle',
    validator: {
      validate: (value) =>
        Array.isArray(value) && value.every((css) => typeof css === 'string' && isHarmlessCss(css)),
      defaultMessage: () => 'Take out what the CSS brings in from outside.',
    },
  });
}
