import type { Header } from '@hatrail/core/model/header';
import type { KeptSite, Release } from '@hatrail/core/model/kept';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';

/** A file of the hand-over: its bytes, and as many as travel packed. */
export interface ShippedFile {
  path: string;
  size: number;
  packed: number;
  text?: string;
}

/** An answer that was no success: what the server said, and for 412 the version it has. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly fields: { path: string; message: string }[];
  readonly theirs: unknown;
  readonly revision: number | undefined;

  constructor(status: number, body: Record<string, unknown>) {
    super(typeof body.title === 'string' ? body.title : 'The server gave no usable answer. Try again.');
    this.status = status;
    this.fields = Array.isArray(body.fields) ? body.fields : [];
    this.theirs = body.theirs;
    this.revision = typeof body.revision === 'number' ? body.revision : undefined;
  }
}

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch {
    throw new ApiProblem(0, {
      title: 'The server does not answer. Start it again; what you do is kept here meanwhile.',
    });
  }
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok) throw new ApiProblem(response.status, body);
  return body as T;
}

const JSON_TYPE = { 'content-type': 'application/json' };

const put = (path: string, document: unknown, revision: number) =>
  call<{ revision: number }>(path, {
    method: 'PUT',
    headers: { ...JSON_TYPE, 'if-match': `"${revision}"` },
    body: JSON.stringify(document),
  });

/** The server's API. Every call rejects with an {@link ApiProblem}. */
export const api = {
  sites: () => call<KeptSite[]>('/sites'),
  site: (id: string) => call<KeptSite>(`/sites/${id}`),
  bringIn: (file: Blob) => call<KeptSite>('/sites', { method: 'POST', body: file }),
  saveHeader: (site: string, header: Header, revision: number) =>
    put(`/sites/${site}/headers/${header.id}`, header, revision),
  savePage: (site: string, page: Page, revision: number) =>
    put(`/sites/${site}/pages/${page.id}`, page, revision),
  saveValues: (id: string, { name, tagline, palette, type, logo }: Site, revision: number) =>
    put(`/sites/${id}`, { name, tagline, palette, type, logo }, revision),
  files: (site: string, header: string) => call<ShippedFile[]>(`/sites/${site}/headers/${header}/files`),
  releases: (site: string) => call<Release[]>(`/sites/${site}/releases`),
  release: (site: string, number: number) =>
    call<Release & { site: Site }>(`/sites/${site}/releases/${number}`),
  publish: (site: string, note: string) =>
    call<Release>(`/sites/${site}/releases`, {
      method: 'POST',
      headers: JSON_TYPE,
      body: JSON.stringify({ note }),
    }),
  putLive: (site: string, number: number) =>
    call<Release>(`/sites/${site}/live`, {
      method: 'PUT',
      headers: JSON_TYPE,
      body: JSON.stringify({ number }),
    }),
  standIn: () => call<{ url: string }>('/stand-in'),
};
