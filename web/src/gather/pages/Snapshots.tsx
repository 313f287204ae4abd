import { at } from '@hatrail/core/lists';
import { useState } from 'react';
import { dropUnused, keepTaken, nameOfFile } from '../pictures/takeIn.ts';
import { Snapshot, type Page } from '@hatrail/core/model/page';
import { api } from '../../api.ts';
import { useEditor } from '../../editor/store.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { pictureUrl } from '../../engine/picturePixels.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';

/** Width of the window at which a picture was probably taken: its own, or half of it where it is very wide. */
export function likelyWidth(pixels: number): number {
  return Math.min(4000, Math.max(200, pixels > 2200 ? Math.round(pixels / 2) : pixels));
}

/** Full-length pictures of the real page, each at the width at which it was taken; they stand in for the bands. */
export function Snapshots({ siteId, loaded, page }: { siteId: string; loaded: LoadedSite; page: Page }) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const [problem, setProblem] = useState<string>();
  const snapshots = page.snapshots ?? [];
  const inPage = (label: string, make: (draft: Page) => void, group?: string) =>
    edit(label, (draft) => make(draft.pages.find(({ id }) => id === page.id)!), group);
  const take = async (files: File[]) => {
    setProblem(undefined);
    for (const file of files) {
      try {
        const taken = await api.takeFile(siteId, file, file.name);
        keepTaken(taken, nameOfFile(file.name), 'Snapshot of a page', (draft, picture) => {
          const found = draft.pages.find(({ id }) => id === page.id)!;
          const list = (found.snapshots ??= []);
          let width = likelyWidth(picture.width);
          while (list.some((other) => other.width === width)) width++;
          list.push({ width, picture: picture.id });
        });
      } catch (error) {
        setProblem((error as Error).message);
      }
    }
  };
  return (
    <section
      className="snapshots"
      aria-label="Snapshots"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take([...event.dataTransfer.files]);
      }}
    >
      <div className="section-head">
        <div>
          <h2>Snapshots</h2>
          <p className="quiet">
            {snapshots.length === 0
              ? 'Full-length pictures of the real page, in the place of bands. Drop them here.'
              : 'They stand in for the bands; the one nearest in width is used, scaled.'}
          </p>
        </div>
        <FileButton
          label="Choose pictures"
          accept=".jpg,.jpeg,.png,.webp,.avif"
          isMany
          size="small"
          onFiles={(files) => void take(files)}
        />
      </div>
      {problem !== undefined && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      <ul>
        {snapshots.map(({ width, picture }, i) => (
          <li key={picture}>
            <img src={pictureUrl(loaded, picture, 160)} alt="" />
            <span>{site.pictures.find(({ id }) => id === picture)?.name}</span>
            <RuleNumber
              of={[Snapshot, 'width']}
              label="Width at which it was taken"
              unit="px wide"
              value={width}
              onChange={(next) =>
                !snapshots.some((other, o) => o !== i && other.width === next) &&
                inPage(
                  'Width of a snapshot',
                  (draft) => void (at(draft.snapshots!, i).width = next),
                  `shot ${picture}`,
                )
              }
            />
            <button
              type="button"
              className="link"
              onClick={() =>
                edit('Remove a snapshot', (draft) => {
                  const found = draft.pages.find(({ id }) => id === page.id)!;
                  found.snapshots = found.snapshots!.filter((other) => other.picture !== picture);
                  if (found.snapshots.length === 0) delete found.snapshots;
                  dropUnused(draft, picture);
                })
              }
            >
              remove
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
