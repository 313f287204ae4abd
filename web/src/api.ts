import type {
  Conflict,
  KeptSite,
  ListedSite,
  Release,
  Revisions,
  SiteChanges,
  TakenFile,
  TakenPictures,
} from '@hatrail/core/model/kept';
import type { OwnSaid } from '@hatrail/core/model/own';
import type { CaptureState } from '@hatrail/core/gather/captured';
import type { Site } from '@hatrail/core/model/site';
import type { Turn } from '@hatrail/core/model/turns';

/** A file of the hand-over: its bytes, and as many as travel packed. */
export interface ListedFile {
  path: string;
  size: number;
  packed: number;
  text?: string;
}

/** An answer that was no success: what the server said, and for 412 what was saved first by someone else. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly fields: { path: string; message: string }[];
  readonly conflicts: Conflict[];
  /** The site that is being brought in meanwhile, where that is why. */
  readonly capture: string | undefined;

  constructor(status: number, body: Record<string, unknown>) {
    super(typeof body.title === 'string' ? body.title : 'The server gave no usable answer. Try again.');
    this.status = status;
    this.fields = Array.isArray(body.fields) ? body.fields : [];
    this.conflicts = Array.isArray(body.conflicts) ? body.conflicts : [];
    this.capture = typeof body.capture === 'string' ? body.capture : undefined;
  }
}

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch (error) {
    if (init?.signal?.aborted) throw error;
    throw new ApiProblem(0, {
      title: 'The server does not answer. Start it again; what you do is kept here meanwhile.',
    });
  }
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok) throw new ApiProblem(response.status, body);
  return body as T;
}

const send = <T>(method: string, path: string, body?: unknown, signal?: AbortSignal) =>
  call<T>(path, {
    method,
    ...(body !== undefined && {
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }),
    ...(signal && { signal }),
  });

/** The server's API. Every call rejects with an {@link ApiProblem}. */
export const api = {
  sites: () => call<ListedSite[]>('/sites'),
  site: (id: string) => call<KeptSite>(`/sites/${id}`),
  bringIn: (file: Blob) => call<KeptSite>('/sites', { method: 'POST', body: file }),
  startSite: (name: string, header: string) => send<KeptSite>('POST', '/sites/new', { name, header }),
  duplicate: (id: string) => send<KeptSite>('POST', `/sites/${id}/duplicate`),
  rename: (id: string, name: string) => send<KeptSite>('PUT', `/sites/${id}/name`, { name }),
  remove: (id: string) => send<unknown>('DELETE', `/sites/${id}`),
  restore: (id: string) => send<KeptSite>('POST', `/sites/${id}/restore`),
  save: (id: string, changes: SiteChanges) => send<Revisions>('PATCH', `/sites/${id}`, changes),
  takeFile: (site: string, file: Blob, name: string, signal?: AbortSignal) =>
    call<TakenFile>(`/sites/${site}/files?name=${encodeURIComponent(name)}`, {
      method: 'POST',
      body: file,
      ...(signal && { signal }),
    }),
  takeFrom: (site: string, address: string, allowLocal: boolean, signal?: AbortSignal) =>
    send<TakenFile>('POST', `/sites/${site}/files/from`, { address, allowLocal }, signal),
  crop: (site: string, file: string, box: { x: number; y: number; width: number; height: number }) =>
    send<TakenFile>('POST', `/sites/${site}/files/${file}/crop`, box),
  turn: (site: string, file: string, turn: Turn) =>
    send<TakenFile>('POST', `/sites/${site}/files/${file}/turn`, { turn }),
  dropFile: (site: string, file: string) => send<unknown>('DELETE', `/sites/${site}/files/${file}`),
  files: (site: string, header: string) => call<ListedFile[]>(`/sites/${site}/headers/${header}/files`),
  releases: (site: string) => call<Release[]>(`/sites/${site}/releases`),
  release: (site: string, number: number) =>
    call<Release & { site: Site }>(`/sites/${site}/releases/${number}`),
  /** Takes back the files of a release that were let go of since; tells them. */
  releaseFiles: (site: string, number: number) =>
    send<TakenFile[]>('POST', `/sites/${site}/releases/${number}/files`, {}),
  publish: (site: string, note: string) => send<Release>('POST', `/sites/${site}/releases`, { note }),
  putLive: (site: string, number: number) => send<Release>('PUT', `/sites/${site}/live`, { number }),
  startCapture: (asked: { address: string; allowLocal?: boolean; html?: string }) =>
    send<CaptureState>('POST', '/captures', asked),
  capture: (id: string) => call<CaptureState>(`/captures/${id}`),
  takePages: (id: string, pages: string[]) => send<CaptureState>('POST', `/captures/${id}/pages`, { pages }),
  capturePicture: (id: string, number: string, size = '') =>
    `/api/captures/${id}/pictures/${number}${size && `?size=${size}`}`,
  keepCapture: (id: string, without: string[]) => send<KeptSite>('POST', `/captures/${id}/keep`, { without }),
  takeAgain: (id: string, address: string, paths: string[]) =>
    send<CaptureState>('POST', `/captures/${id}/again`, { address, paths }),
  captureInto: (id: string, site: string) => send<TakenPictures[]>('POST', `/captures/${id}/into`, { site }),
  readOwn: (asked: { address: string; allowLocal?: boolean; html?: string; said?: OwnSaid[] }) =>
    send<CaptureState>('POST', '/captures/own', asked),
  tryOwn: (asked: { site: string; header: string; page: string; allowLocal?: boolean }) =>
    send<CaptureState>('POST', '/captures/try', asked),
  stopCapture: (id: string) => send<unknown>('DELETE', `/captures/${id}`),
  standIn: () => call<{ url: string }>('/stand-in'),
};
