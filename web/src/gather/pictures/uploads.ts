import { at } from '@hatrail/core/lists';
import { create } from 'zustand';
import type { TakenFile } from '@hatrail/core/model/kept';
import { ApiProblem, api } from '../../api.ts';
import { useEditor } from '../../editor/store.ts';
import { nameOfFile, pictureOf } from './takeIn.ts';

/** Pictures on their way in: one batch at a time, which is kept whole or, when cancelled, leaves nothing behind. */

/** Where a picture of a batch comes from. */
export interface Source {
  name: string;
  /** Bytes; 0 where that is not known before. */
  size: number;
  take: () => Promise<TakenFile>;
}

interface Uploads {
  batch: { done: number; of: number; bytes: number; ofBytes: number; isCancelling: boolean } | undefined;
  /** What could not be taken in, and why. */
  failures: { name: string; message: string }[];
  /** Drawings of which something was taken out. */
  cleaned: { name: string; message: string }[];
}

export const useUploads = create<Uploads>()(() => ({ batch: undefined, failures: [], cleaned: [] }));

/** Files that travel at the same time. */
const LANES = 2;

let stop: AbortController | undefined;

/** Files from disk, as sources. */
export function fileSources(siteId: string, files: readonly File[]): Source[] {
  return files.map((file) => ({
    name: file.name,
    size: file.size,
    take: () => api.takeFile(siteId, file, file.name),
  }));
}

/** Brings in pictures. What fails is told and left out; the rest becomes one undoable step. */
export async function bringInPictures(siteId: string, sources: readonly Source[]): Promise<void> {
  if (stop || sources.length === 0) return;
  stop = new AbortController();
  const { signal } = stop;
  const ofBytes = sources.reduce((sum, { size }) => sum + size, 0);
  useUploads.setState({
    failures: [],
    cleaned: [],
    batch: { done: 0, of: sources.length, bytes: 0, ofBytes, isCancelling: false },
  });
  const taken: (TakenFile | undefined)[] = sources.map(() => undefined);
  let next = 0;
  const lane = async () => {
    while (next < sources.length && !signal.aborted) {
      const i = next++;
      const source = at(sources, i);
      try {
        // What is on its way is let finish, so that it is known and can be dropped.
        const file = (taken[i] = await source.take());
        if (file.left) {
          const message = `${source.name} came in without ${file.left.join(', ')}: a picture is only drawn here.`;
          const clean = { name: source.name, message };
          useUploads.setState(({ cleaned }) => ({ cleaned: [...cleaned, clean] }));
        }
      } catch (error) {
        const failure = { name: source.name, message: (error as ApiProblem).message };
        useUploads.setState(({ failures }) => ({ failures: [...failures, failure] }));
      }
      useUploads.setState(({ batch }) => ({
        batch: batch && { ...batch, done: batch.done + 1, bytes: batch.bytes + source.size },
      }));
    }
  };
  await Promise.all(Array.from({ length: LANES }, lane));
  const kept = taken.flatMap((file, i) => (file ? [{ file, source: at(sources, i) }] : []));
  if (signal.aborted) {
    await Promise.all(kept.map(({ file }) => api.dropFile(siteId, file.id).catch(() => undefined)));
  } else if (kept.length > 0) {
    const { edit, took } = useEditor.getState();
    kept.forEach(({ file }) => took(file));
    edit(kept.length === 1 ? 'Bring in a picture' : `Bring in ${kept.length} pictures`, (draft) => {
      for (const { file, source } of kept) draft.pictures.push(pictureOf(file, nameOfFile(source.name)));
    });
  }
  stop = undefined;
  useUploads.setState({ batch: undefined });
}

/** Stops the batch; what it had taken in goes again. */
export function cancelUploads(): void {
  stop?.abort();
  useUploads.setState(({ batch }) => ({ batch: batch && { ...batch, isCancelling: true } }));
}
