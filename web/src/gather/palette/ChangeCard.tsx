import { Button } from '@mui/material';
import { hexColour } from '@hatrail/core/colour/rgb';
import { placeOnRod } from '@hatrail/core/colour/rod';
import { changedPairs } from '@hatrail/core/gather/pairs';
import { setUses, usesOf } from '@hatrail/core/gather/swatches';
import { type Header, MOMENT_NAMES } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { resolveColour, type Swatch } from '@hatrail/core/model/palette';
import { changedVerdicts } from '@hatrail/core/sweep/compare';
import { stateWords } from '@hatrail/core/header/stateNames';
import { useMeasure } from '../../dress/view.ts';
import { useEditor } from '../../editor/store.ts';
import { useVerdicts } from '../../editor/verdicts.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { LiveFrame } from '../../parts/LiveFrame.tsx';
import { usePreview } from '../../parts/preview.ts';
import { figure, VerdictMark, VERDICT_COLOURS } from '../../parts/Verdict.tsx';
import { useSoFar } from '../../engine/answers.ts';
import { useProofOfAll } from '../../editor/verdicts.ts';

interface ChangeCardProps {
  loaded: LoadedSite;
  /** The site with the change in it. */
  changed: LoadedSite;
  header: Header;
  page: Page;
  pending: Swatch;
  onDone: () => void;
}

/** What a swatch's change would change: the page as it would be, and every verdict that becomes another. */
export function ChangeCard({ loaded, changed, header, page, pending, onDone }: ChangeCardProps) {
  const edit = useEditor((state) => state.edit);
  const { site } = loaded;
  const old = resolveColour(site.palette, { swatch: pending.id });
  const next = resolveColour(changed.site.palette, { swatch: pending.id });
  const uses = usesOf(site, pending.id);
  const inHeader = uses.filter(({ owner }) => owner.kind === 'header' && owner.id === header.id);
  const by = placeOnRod(next) - placeOnRod(old);
  const side =
    Math.abs(by) < 0.005 ? 'where it was' : by < 0 ? 'to the left, darker' : 'to the right, lighter';
  const keep = () => {
    edit(`Colour of ${pending.name}`, (draft) => {
      draft.palette.find(({ id }) => id === pending.id)!.colour = pending.colour;
    });
    onDone();
  };
  const keepHere = () => {
    edit(`${pending.name} in ${header.name} only`, (draft) =>
      setUses(draft, inHeader, { colour: pending.colour }),
    );
    onDone();
  };
  return (
    <section className="change-card" aria-labelledby="change-title" aria-live="polite">
      <h2 id="change-title">
        If {pending.name} becomes {hexColour(next)}
      </h2>
      <p>
        Hung {side}. {uses.length} {uses.length === 1 ? 'place changes' : 'places change'}
        {inHeader.length < uses.length && `, ${inHeader.length} of them in ${header.name}`}.
      </p>
      <Pairs before={loaded} after={changed} />
      <Changes changed={changed} header={header} />
      <div className="row">
        <Button size="small" variant="contained" onClick={keep}>
          Keep
        </Button>
        <Button size="small" variant="outlined" disabled={inHeader.length === 0} onClick={keepHere}>
          Only in this header
        </Button>
        <Button size="small" variant="outlined" onClick={onDone}>
          Put back
        </Button>
      </div>
      <AsItWouldBe loaded={changed} headerId={header.id} page={page} />
    </section>
  );
}

/** Pairs on even grounds whose verdict becomes another: of pairings, bands, cards, buttons. */
function Pairs({ before, after }: { before: LoadedSite; after: LoadedSite }) {
  return (
    <ul className="changes">
      {changedPairs(before.site, after.site).map(({ from, to }, i) => (
        <li key={i}>
          <span style={{ color: VERDICT_COLOURS[to.verdict] }}>
            <VerdictMark verdict={to.verdict} /> <strong>{to.verdict}</strong>
          </span>{' '}
          {to.where}: {figure(from.contrast)} becomes {figure(to.contrast)}
        </li>
      ))}
    </ul>
  );
}

/** The verdicts that become others, swept over all pages and widths. */
function Changes({ changed, header }: { changed: LoadedSite; header: Header }) {
  const { rows: before } = useVerdicts();
  const after = changed.site.headers.find(({ id }) => id === header.id)!;
  const proof = useProofOfAll(changed, after, { rest: 250 });
  const progress = useSoFar(proof);
  const swept = progress ? `Being swept, ${progress.done} of ${progress.of} pages and widths` : 'Being swept';
  if (!before) return <p className="quiet">The site is still being swept as it is.</p>;
  if (!proof.rows) return <p className="quiet">{proof.failure ?? swept}</p>;
  const changes = changedVerdicts(before, proof.rows);
  if (changes.length === 0) return <p>No verdict of the header changes on any page.</p>;
  return (
    <ul className="changes">
      {changes.map(({ item, moment, from, to, ...at }) => (
        <li key={`${item}${stateWords(at)} ${moment}`}>
          <span style={{ color: VERDICT_COLOURS[to.verdict] }}>
            <VerdictMark verdict={to.verdict} /> <strong>{to.verdict}</strong>
          </span>{' '}
          {item}
          {stateWords(at)}, {MOMENT_NAMES[moment]}: {figure(from.contrast)} becomes {figure(to.contrast)},{' '}
          {to.row.scroll} px down {changed.site.pages.find(({ path }) => path === to.row.page)?.title}
        </li>
      ))}
    </ul>
  );
}

const WIDTH = 1280;
const HIGH = 520;

/** The page with the change in it. */
function AsItWouldBe({ loaded, headerId, page }: { loaded: LoadedSite; headerId: string; page: Page }) {
  const header = loaded.site.headers.find(({ id }) => id === headerId)!;
  const preview = usePreview(loaded, header, page, useMeasure(loaded));
  const scale = 0.3;
  if (!preview) return null;
  return (
    <LiveFrame
      preview={preview}
      title={`${page.title} as it would be`}
      width={WIDTH}
      height={HIGH}
      scale={scale}
      scroll={0}
    />
  );
}
