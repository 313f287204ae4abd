// The sweep's inner loops, in AssemblyScript. Memory is laid out and handed over by core/src/sweep/kernel.ts; every argument that
// is a `usize` is an address in it. What each function computes is said there and in the reference.

export * from './plain';
export * from './veiled';
export * from './blurred';
