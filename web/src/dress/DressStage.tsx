import { backdropPictures } from '@hatrail/core/model/layer';
import type { Sight } from '@hatrail/core/page/laid';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { BorrowedGround, groundCss, groundName } from './BorrowedGround.tsx';
import { Moments } from './Moments.tsx';
import { Stage } from './Stage.tsx';
import { mostLost } from './view.ts';
import { Trials } from './Trials.tsx';
import { WidthRuler } from './WidthRuler.tsx';
import type { Dressed } from './useDressed.tsx';

/** One of the ways in which a page is seen, in words. */
function sightWords(site: Site, { bands }: Page, { shows, isStill, hovered }: Sight = { shows: 0 }): string {
  const all = bands.map(({ backdrop }) => backdropPictures(backdrop)).find(({ length }) => length > 1) ?? [];
  const name = site.pictures.find(({ id }) => id === all[shows])?.name;
  return [
    ...(name ? [isStill ? `${name}, as it stays where there is no motion` : name] : []),
    ...(hovered === undefined ? [] : [`the pointer on ${bands[hovered]?.name}`]),
  ].join(', ');
}

/** The page under its header, at the moment and the width that are dressed. */
export function DressStage(dressed: Dressed) {
  const {
    header,
    page,
    width,
    moment,
    scroll,
    site,
    scene,
    facts,
    probes,
    all,
    ground,
    setGround,
    borrowed,
    preview,
    lent,
    calmPreview,
    calm,
    go,
    goTo,
    compared,
    compare,
    end,
    heldNow,
    menu,
    stage,
    scale,
    isOwn,
    windowHeight,
    handles,
    chooseMoment,
    openMenu,
    followLink,
    setOpen,
  } = dressed;
  return (
    <div className="dress-stage">
      <div className="dress-tools">
        <label className="page-choice">
          Page
          <select value={page.id} onChange={(event) => go({ page: event.target.value, scroll: undefined })}>
            {site.pages.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
        <BorrowedGround value={ground} page={page} pages={site.pages} onChange={setGround} />
        <WidthRuler
          width={width}
          foldWidth={facts?.layout.foldWidth ?? 0}
          onChange={(next) => go({ width: next })}
        />
      </div>
      <div ref={stage} className="stage">
        <Stage
          preview={lent ?? preview}
          title={`${(borrowed ?? page).title}, as it ships`}
          width={width}
          windowHeight={windowHeight}
          scale={scale}
          scroll={scroll}
          ground={groundCss(ground)}
          held={heldNow}
          worst={ground === 'page' && menu === 'closed' ? mostLost(probes) : undefined}
          compared={compared}
          handles={handles}
          onCompared={end}
          onScroll={(next) => next !== scroll && goTo(next)}
          onLink={followLink}
          onPick={(element) => {
            const isButton = !isOwn && element.closest('.hr-button, .hr-out') !== null;
            if (isButton) setOpen('buttons');
            return isButton;
          }}
        />
      </div>
      <StageNotes {...dressed} />
      <Moments
        preview={calmPreview}
        header={header}
        scene={scene}
        pageTitle={page.title}
        width={width}
        moment={moment}
        isMenuOpen={menu === 'open'}
        site={site}
        page={page.path}
        rows={all.rows}
        foldWidth={facts?.layout.foldWidth ?? 0}
        onChoose={chooseMoment}
        onMenu={openMenu}
      />
      {!isOwn && (
        <Trials
          loaded={calm.loaded}
          header={calm.header}
          page={page}
          width={width}
          moment={moment}
          scroll={scroll}
          onCompare={compare}
        />
      )}
    </div>
  );
}

/** What to know of what is seen on the stage. */
function StageNotes({ site, page, width, height, ground, setGround, scene, shows, failure, go }: Dressed) {
  return (
    <>
      {ground !== 'page' && (
        <p className="note-warn" role="status">
          Borrowed ground, {groundName(ground, site.pages)}: to look at only. It never ships, and all verdicts
          are of {page.title} itself.{' '}
          <button type="button" className="link" onClick={() => setGround('page')}>
            Back to the page
          </button>
        </p>
      )}
      {shows > 0 && ground === 'page' && (
        <p className="note-warn" role="status">
          Seen with {sightWords(site, page, scene?.facts.sights[shows])}: so, what is lost here is worst.
        </p>
      )}
      {height !== undefined && (
        <p className="note-warn" role="status">
          In a window {height} px high, where {usualWindowHeight(width)} is usual at this width.{' '}
          <button type="button" className="link" onClick={() => go({ height: undefined, scroll: undefined })}>
            The usual height
          </button>
        </p>
      )}
      {failure && (
        <p className="note-error" role="alert">
          This page could not be swept: {failure} Change something, or reload, to try again.
        </p>
      )}
    </>
  );
}
