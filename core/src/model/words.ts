import { at } from '../lists.ts';
import { IsOptional, Matches } from 'class-validator';
import { IsPlainText } from './rules.ts';

/** Words of a header that no menu holds: what a screen reader says of its marks, and the link that skips it. */
export class Words {
  /** The site's language, as a tag of BCP 47: `en`, `de`, `pt-BR`. */
  @IsOptional()
  @Matches(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3}$/, {
    message: 'Give the code of a language, such as en, de or pt-BR.',
  })
  lang?: string;
  @IsOptional() @IsPlainText(60) skip?: string;
  @IsOptional() @IsPlainText(60) menu?: string;
  @IsOptional() @IsPlainText(60) close?: string;
  /** What opens the drop-down of an entry; `{}` stands for the entry. */
  @IsOptional() @IsPlainText(60) more?: string;
  /** Where the logo leads; `{}` stands for the logo's own text. */
  @IsOptional() @IsPlainText(60) home?: string;
  @IsOptional() @IsPlainText(60) newWindow?: string;
}

export type AllWords = Required<Words>;

/** The words, in the order in which they are met. */
export const WORD_KEYS = ['skip', 'menu', 'close', 'more', 'home', 'newWindow'] as const;

/** The words in a language, with its own name. */
export interface WordSet {
  name: string;
  words: AllWords;
}

const set = (
  name: string,
  lang: string,
  said: readonly [string, string, string, string, string, string],
): WordSet => {
  const [skip, menu, close, more, home, newWindow] = said;
  return { name, words: { lang, skip, menu, close, more, home, newWindow } };
};

/** Ready words in twelve languages. */
export const WORD_SETS: readonly WordSet[] = [
  set('English', 'en', [
    'Skip to content',
    'Menu',
    'Close menu',
    'More in {}',
    '{}, home',
    'opens in a new window',
  ]),
  set('Dansk', 'da', [
    'Gå til indhold',
    'Menu',
    'Luk menuen',
    'Mere under {}',
    '{}, forside',
    'åbner i et nyt vindue',
  ]),
  set('Deutsch', 'de', [
    'Zum Inhalt',
    'Menü',
    'Menü schließen',
    'Mehr zu {}',
    '{}, Startseite',
    'öffnet ein neues Fenster',
  ]),
  set('Español', 'es', [
    'Ir al contenido',
    'Menú',
    'Cerrar el menú',
    'Más en {}',
    '{}, inicio',
    'se abre en otra ventana',
  ]),
  set('Français', 'fr', [
    'Aller au contenu',
    'Menu',
    'Fermer le menu',
    'Plus dans {}',
    '{}, accueil',
    's’ouvre dans une nouvelle fenêtre',
  ]),
  set('Italiano', 'it', [
    'Vai al contenuto',
    'Menu',
    'Chiudi il menu',
    'Altro in {}',
    '{}, pagina iniziale',
    'si apre in una nuova finestra',
  ]),
  set('Nederlands', 'nl', [
    'Naar de inhoud',
    'Menu',
    'Menu sluiten',
    'Meer bij {}',
    '{}, startpagina',
    'opent in een nieuw venster',
  ]),
  set('Norsk', 'nb', [
    'Gå til innholdet',
    'Meny',
    'Lukk menyen',
    'Mer under {}',
    '{}, forside',
    'åpnes i et nytt vindu',
  ]),
  set('Polski', 'pl', [
    'Przejdź do treści',
    'Menu',
    'Zamknij menu',
    'Więcej w: {}',
    '{}, strona główna',
    'otwiera się w nowym oknie',
  ]),
  set('Português', 'pt', [
    'Ir para o conteúdo',
    'Menu',
    'Fechar o menu',
    'Mais em {}',
    '{}, página inicial',
    'abre numa nova janela',
  ]),
  set('Suomi', 'fi', [
    'Siirry sisältöön',
    'Valikko',
    'Sulje valikko',
    'Lisää: {}',
    '{}, etusivu',
    'avautuu uuteen ikkunaan',
  ]),
  set('Svenska', 'sv', [
    'Hoppa till innehållet',
    'Meny',
    'Stäng menyn',
    'Mer under {}',
    '{}, startsida',
    'öppnas i ett nytt fönster',
  ]),
];

/** A site's words: its own, and in English what it does not say. */
export function wordsOf({ words = {} }: { words?: Words }): AllWords {
  return { ...at(WORD_SETS, 0).words, ...words };
}

/** A word with what it is said of in the place of `{}`, or before it where it has no such place. */
export function saidOf(word: string, of: string): string {
  return word.includes('{}') ? word.replace('{}', () => of) : `${of} ${word}`;
}
