import { Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Header } from '@hatrail/core/model/header';
import { api } from '../api.ts';

/** Bytes in words: whole bytes below a kilobyte, then tenths. */
function size(bytes: number): string {
  return bytes < 1000 ? `${bytes} B` : `${(bytes / 1000).toFixed(1)} kB`;
}

/** The files that ship, readable, with their sizes. */
export function Files({
  siteId,
  header,
  version,
}: {
  siteId: string;
  header: Header;
  version: number | undefined;
}) {
  const files = useQuery({
    queryKey: ['files', siteId, header.id, version],
    queryFn: () => api.files(siteId, header.id),
  });
  const [chosen, setChosen] = useState('header.html');
  const shown = files.data?.find(({ path }) => path === chosen);
  const code = files.data?.filter(({ path }) => path === 'header.css' || path === 'header.js') ?? [];
  const packed = code.reduce((sum, file) => sum + file.packed, 0);
  return (
    <section className="files" aria-labelledby="files-title">
      <div className="section-head">
        <div>
          <h1 id="files-title">Files of {header.name}</h1>
          <p className="quiet">
            {files.data &&
              `Plain HTML, CSS and JavaScript, nothing to install. Styles and script are ${size(packed)} as they travel.`}
          </p>
        </div>
        <Button variant="contained" href={`/api/sites/${siteId}/headers/${header.id}/download`} download>
          Download
        </Button>
      </div>
      {files.error && (
        <p className="note-error" role="alert">
          {files.error.message}
        </p>
      )}
      {files.isPending && <p className="quiet">Putting the files together</p>}
      {files.data && (
        <div className="files-body">
          <ul className="file-list">
            {files.data.map(({ path, size: bytes, packed: gzip, text }) => (
              <li key={path}>
                {text === undefined ? (
                  <span className="file-row">
                    <span>{path}</span>
                    <small>{size(bytes)}</small>
                  </span>
                ) : (
                  <button
                    type="button"
                    className="file-row"
                    aria-pressed={path === chosen}
                    onClick={() => setChosen(path)}
                  >
                    <span>{path}</span>
                    <small>
                      {size(bytes)}, {size(gzip)} as it travels
                    </small>
                  </button>
                )}
              </li>
            ))}
          </ul>
          <pre className="file-text" tabIndex={0} aria-label={chosen}>
            {shown?.text}
          </pre>
        </div>
      )}
    </section>
  );
}
