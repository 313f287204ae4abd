import { pipeline, type Readable } from 'node:stream';
import { createBrotliDecompress, createGunzip, createInflate } from 'node:zlib';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync } from 'class-validator';
import type { Request } from 'express';
import { HttpProblem, badInput } from '../problem.ts';

/** What requests bring with them, read in one way. */

/**
 * A small JSON body, by the rules of its class; members that the class does not know are left out.
 * @throws 422 where it breaks one of them
 */
export function bodyOf<T extends object>(type: ClassConstructor<T>, request: Request): T {
  const body: unknown = request.body;
  const isObject = typeof body === 'object' && body !== null && !Array.isArray(body);
  const made = plainToInstance(type, isObject ? body : {});
  const problems = validateSync(made, { whitelist: true, stopAtFirstError: true }).map(
    ({ property, constraints }) => ({ path: property, message: Object.values(constraints ?? {})[0] ?? '' }),
  );
  if (problems[0]) throw badInput(problems[0].message, problems);
  return made;
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
