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
  const [wanted, setChosen] = useState('header.html');
  // A header that the site has already is handed over as style alone.
  const chosen = files.data?.some(({ path }) => path === wanted) ? wanted : (files.data?.[0]?.path ?? wanted);
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
              (header.own === undefined
                ? `Plain HTML, CSS and JavaScript, nothing to install. Styles and script are ${size(packed)} as they travel.`
                : `Style that goes over what your site has, to be pasted where it takes CSS: ${size(packed)} as it travels.`)}
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
          <div className="file-shown">
            {shown?.text !== undefined && <CopyText text={shown.text} path={chosen} />}
            <pre className="file-text" tabIndex={0} aria-label={chosen}>
              {shown?.text}
            </pre>
          </div>
        </div>
      )}
    </section>
  );
}

/** Takes a file's text to the clipboard. */
function CopyText({ text, path }: { text: string; path: string }) {
  const [copied, setCopied] = useState<string>();
  const [problem, setProblem] = useState(false);
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => {
        setCopied(text);
        setProblem(false);
      },
      () => setProblem(true),
    );
  return (
    <p className="file-copy">
      <Button size="small" variant="outlined" onClick={() => void copy()}>
        Copy {path}
      </Button>
      <span className="quiet" role="status">
        {problem
          ? 'The clipboard cannot be used here: mark the text and copy it by hand.'
          : copied === text && 'Copied.'}
      </span>
    </p>
  );
}
