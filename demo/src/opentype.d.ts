declare module 'opentype.js' {
  interface Path {
    toPathData(decimals: number): string;
  }
  interface Font {
    getPath(text: string, x: number, baseline: number, size: number): Path;
  }
  const opentype: { parse(bytes: ArrayBufferLike): Font };
  export default opentype;
}
