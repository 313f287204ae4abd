// The sweep's inner loops, in AssemblyScript. Memory is laid out and handed over by core/src/sweep/kernel.ts; every argument that
// is a `usize` is an address in it. What each function computes is said there and in the reference.

export * from './plain';
export { bounds, occurring } from './bounds';
export * from './overlaid';
export { blurAcross, blurDown } from './blur';
export * from './blurred';
