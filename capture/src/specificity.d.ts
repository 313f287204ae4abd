// The package has types, but does not say so where it is imported.
declare module '@bramus/specificity' {
  export default class Specificity {
    /** What each selector of a list weighs. @throws where it cannot be read */
    static calculate(selector: string): { a: number; b: number; c: number }[];
  }
}
