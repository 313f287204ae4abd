import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** Pages that a header may land on: general-purpose style sheets, and rules that reach for links, lists and buttons. */

const SHEETS = [
  'normalize.css/normalize.css',
  'modern-normalize/modern-normalize.css',
  'sanitize.css/sanitize.css',
  'reset-css/reset.css',
  'destyle.css/destyle.css',
  'minireset.css/minireset.css',
  'the-new-css-reset/css/reset.css',
  'ress/ress.css',
  'milligram/dist/milligram.css',
  'water.css/out/water.css',
  'mvp.css/mvp.css',
  'simpledotcss/simple.css',
  '@exampledev/new.css/new.css',
  'sakura.css/css/sakura.css',
  'tachyons/css/tachyons.css',
  'purecss/build/pure.css',
  'spectre.css/dist/spectre.css',
  'chota/dist/chota.css',
  'holiday.css/dist/holiday.css',
  'concrete.css/concrete.css',
  'latex.css/style.css',
  'awsm.css/dist/awsm.css',
  'bulma/css/bulma.css',
  '@picocss/pico/css/pico.css',
];

/** Rules of one's own that no header should feel. */
const RULES = [
  'header { padding: 40px; background: #fff; border-bottom: 3px solid red; display: grid }',
  'header { position: relative; z-index: 1; max-width: 800px; margin: 20px auto; text-align: center }',
  'body > header { background: white; height: 200px; overflow: hidden }',
  'nav { display: none; background: #eee; padding: 10px }',
  'nav ul { flex-direction: column; background: #fafafa; gap: 30px }',
  'nav ul li { display: inline-block; margin: 0 1em; padding: 1em; float: left }',
  'nav a { display: block; padding: 1em 2em; border: 1px solid; background: #fff; color: #111 }',
  'ul { padding-left: 40px; margin: 1em 0; list-style: square inside }',
  'li { margin-bottom: 12px; line-height: 2; border-left: 4px solid #c00 }',
  'li::before { content: "→ "; color: red }',
  'li::marker { content: "• "; color: red }',
  'ul li:first-child { font-weight: bold; margin-top: 20px }',
  'a { color: #00f; text-decoration: underline; border-bottom: 2px solid #00f; background: yellow }',
  'a:link { color: #06c }',
  'a:visited { color: #609 }',
  'a:link, a:visited { color: #333; background: #fff; font-weight: 700 }',
  'a:hover { color: red; background: #fee; text-decoration: underline; transform: scale(1.1) }',
  'a:focus { color: #fff; background: #000; outline: 4px dashed lime; outline-offset: 10px }',
  'a:focus-visible { outline: none; box-shadow: 0 0 0 4px orange }',
  'a:active { color: lime; background: purple }',
  'a[href] { color: teal; letter-spacing: 1px }',
  'a[href^="/"]::after { content: " (inside)" }',
  'a::after { content: "↗"; position: static; display: inline-block; margin-left: 4px }',
  'a::before { content: "#"; opacity: 0.5 }',
  'a:not(.plain) { padding: 3px 6px; border-radius: 4px; background: #eef }',
  'button { background: #06c; color: #fff; padding: 1em 2em; border: 2px solid #003; border-radius: 99px }',
  'button:hover { background: #c00; box-shadow: 0 4px 12px rgb(0 0 0 / 0.4) }',
  'button:focus { background: #0a0; outline: 3px solid #0a0 }',
  '[type=button] { appearance: button; min-height: 60px; text-transform: uppercase }',
  'button, input, select { font-size: 22px; width: 100%; margin-bottom: 1rem }',
  'img { max-width: 100%; height: auto; border: 5px solid #fff; border-radius: 50%; display: block }',
  'img { filter: grayscale(1); opacity: 0.6; mix-blend-mode: multiply }',
  'svg { width: 2em; height: 2em; fill: red; vertical-align: middle; overflow: hidden }',
  'svg path { stroke: lime; stroke-width: 6; fill: none; transform: rotate(10deg) }',
  '* { box-sizing: border-box; margin: 0; padding: 0 }',
  '* { letter-spacing: 0.06em; word-spacing: 0.2em; line-height: 2 }',
  '* { transition: all 2s; animation-duration: 3s }',
  '*, *::before, *::after { box-sizing: border-box; border-width: 0; border-style: solid }',
  'body { font: italic 22px/2 cursive; letter-spacing: 3px; word-spacing: 6px; text-transform: uppercase; font-variant: small-caps }',
  'body { text-align: center; text-indent: 2em; visibility: visible; color: red; white-space: pre; cursor: crosshair }',
  'body { text-shadow: 2px 2px 3px red; -webkit-text-stroke: 1px lime; font-feature-settings: "smcp"; hyphens: auto }',
  'html { font-size: 62.5%; line-height: 3; font-kerning: none; text-rendering: optimizeSpeed }',
  'span { color: orange; background: #333; display: block; padding: 4px }',
  'i { font-style: normal; display: inline-block; width: 1em; color: red; opacity: 0.3 }',
  'div { padding: 2px; border: 1px dotted blue; max-width: 700px; position: static }',
  'div > div { display: block; margin: 10px; background: #fdd }',
  'dialog { display: flex; padding: 3em; border: 4px double; background: pink; width: 50%; opacity: 0.8 }',
  'form { display: grid; gap: 2em; background: #eee } input { border: 3px solid; background: #ffd; border-radius: 20px }',
  '#page a { color: red; background: #fff; padding: 9px } #page li { margin: 9px }',
  '.hr { border: 0; height: 1px; background: #ccc; margin: 2em 0 } .hr-link { color: red; padding: 4px }',
];

/** A page's own style sheet, by a name. */
export interface Host {
  name: string;
  css: string;
}

export const HOSTS: readonly Host[] = [
  ...SHEETS.map((file) => ({
    name: file.replace(/\/[^/]*$/, ''),
    css: readFileSync(require.resolve(file), 'utf8'),
  })),
  ...RULES.map((css) => ({ name: css.slice(0, 60), css })),
];
