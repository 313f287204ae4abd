declare module 'linebreak' {
  /** Line break opportunities by UAX 14. */
  export default class LineBreaker {
    constructor(text: string);
    nextBreak(): { position: number; required: boolean } | null;
  }
}
