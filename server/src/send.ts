import type { Response } from 'express';

/** What a file that came from outside may do where it is opened by itself: be drawn. */
const NOTHING_RUNS = "default-src 'none'; img-src data:; style-src 'unsafe-inline'; sandbox";

/** Sends a file's bytes as the type that they are, and as nothing else. */
export function sendBytes(response: Response, bytes: Uint8Array, type: string): void {
  response
    .set('Content-Security-Policy', NOTHING_RUNS)
    .set('X-Content-Type-Options', 'nosniff')
    .type(type)
    .send(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength));
}
