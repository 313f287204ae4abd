import { folds } from '@hatrail/core/header/fold';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { useMeasure } from '../dress/view.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';

interface FoldedProps {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  layout: HeaderLayout;
  onFold: () => void;
}

const WIDE = 390;
const HIGH = 740;
const SCALE = 0.34;

/** The header folded on a small screen, closed and open. */
export function Folded({ loaded, header, page, layout, onFold }: FoldedProps) {
  const preview = usePreview(loaded, header, page, useMeasure(loaded));
  const width = Math.min(WIDE, Math.max(240, layout.foldWidth - 1));
  if (!folds(header) || layout.foldWidth === 0) {
    return (
      <section className="folded" aria-label="Folded">
        <h2>Folded</h2>
        <p className="quiet">It never folds: there is room for it at every width, or nothing to fold.</p>
      </section>
    );
  }
  const frame = { title: '', width, height: HIGH, scale: SCALE, scroll: 0 };
  return (
    <section className="folded" aria-label="Folded">
      <h2>Folded, at {width}</h2>
      {preview && (
        <button type="button" className="folded-pictures" onClick={onFold} aria-label="How it folds">
          <LiveFrame {...frame} preview={preview} title={`Folded at ${width} px`} />
          <LiveFrame
            {...frame}
            key={preview.html}
            preview={preview}
            title={`Folded menu open at ${width} px`}
            onReady={showOpen}
          />
        </button>
      )}
    </section>
  );
}

/** Shows the folded menu open; inert, so that it does not take the focus from whoever is typing beside the picture. */
function showOpen(inside: Document): void {
  const panel = inside.querySelector<HTMLDialogElement>('.hr-panel');
  if (!panel || !inside.defaultView) return;
  panel.inert = true;
  panel.showModal();
}
