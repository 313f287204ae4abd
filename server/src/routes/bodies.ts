import { pipeline, type Readable } from 'node:stream';
import { createBrotliDecompress, createGunzip, createInflate } from 'node:zlib';
import type { Request } from 'express';
import { HttpProblem } from '../problem.ts';

/** What requests bring with them, read in one way. */

/** The members of a small JSON body; none where it is no object. */
export function plainBody(request: Request): Record<string, unknown> {
  const body: unknown = request.body;
  return typeof body === 'object' && body !== null && !Array.isArray(body)
    ? (body as Record<string, unknown>)
    : {};
}

const UNPACKERS: Record<string, () => NodeJS.ReadWriteStream & Readable> = {
  gzip: createGunzip,
  deflate: createInflate,
  br: createBrotliDecompress,
};

/**
 * The bytes of a request as they come, unpacked where they are packed.
 * @throws 415 where it is packed in another way; while it is read, 400 where the packing is damaged
 */
export function unpacked(request: Request): Readable {
  const encoding = String(request.headers['content-encoding'] ?? 'identity').toLowerCase();
  if (encoding === 'identity') return request;
  const unpacker = Object.hasOwn(UNPACKERS, encoding) ? UNPACKERS[encoding]!() : undefined;
  if (!unpacker)
    throw new HttpProblem(415, 'This is packed in a way that is not read here: send it as it is.');
  // It may be damaged before anybody reads it: whoever does is told then, and nobody else.
  unpacker.on('error', () => undefined);
  // What goes wrong with one is told to whoever reads the other.
  return pipeline(request, unpacker, () => undefined);
}
