import { useOutletContext } from 'react-router';
import { useEffect, useState } from 'react';
import type { EditorContext } from '../editor/Editor.tsx';
import { saveNow } from '../editor/autosave.ts';
import { useEditor } from '../editor/store.ts';
import { Files } from './Files.tsx';
import { TryOwn } from './TryOwn.tsx';
import { Releases } from './Releases.tsx';

/** Hand over: the files to take away, the stand-in to publish to, and the releases. */
export function HandOver() {
  const { siteId, slug, loaded, place } = useOutletContext<EditorContext>();
  const save = useEditor((state) => state.save);
  const [isReady, setReady] = useState(false);
  useEffect(() => {
    void saveNow().finally(() => setReady(true));
  }, []);
  if (!isReady) return <p className="wait">Saving what you changed</p>;
  const version = save.kind === 'saved' ? save.at.getTime() : undefined;
  return (
    <main className="hand-over">
      <Files siteId={siteId} header={place.header} version={version} />
      <div className="hand-side">
        {place.header.own !== undefined && (
          <TryOwn siteId={siteId} site={loaded.site} header={place.header} version={version} />
        )}
        <Releases siteId={siteId} slug={slug} site={loaded.site} canPublish={save.kind === 'saved'} />
      </div>
    </main>
  );
}
