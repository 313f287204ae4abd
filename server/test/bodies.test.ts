import { Readable } from 'node:stream';
import { setTimeout as wait } from 'node:timers/promises';
import { gzipSync } from 'node:zlib';
import type { Request } from 'express';
import { expect, test } from 'vitest';
import { unpacked } from '../src/routes/bodies.ts';

/** A request whose body is packed by gzip. */
const packed = (body: Buffer) =>
  Object.assign(Readable.from([body]), { headers: { 'content-encoding': 'gzip' } }) as unknown as Request;

test('a damaged body that is read late is told to whoever reads it, and to nobody else', async () => {
  const whole = gzipSync(Buffer.alloc(5000, 'hat rail '));
  for (const damaged of [
    whole.subarray(0, whole.length - 9),
    Buffer.from('not packed at all'),
    whole.subarray(0, 3),
  ]) {
    const uncaught: unknown[] = [];
    const note = (error: unknown) => uncaught.push(error);
    process.on('uncaughtException', note);
    const body = unpacked(packed(damaged));
    // Meanwhile a place for it is made on the disk.
    await wait(20);
    await expect(body.toArray()).rejects.toThrow();
    await wait(5);
    process.off('uncaughtException', note);
    expect(uncaught).toEqual([]);
  }
});
