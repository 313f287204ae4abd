import { momentName } from '@hatrail/core/model/header';
import { CutPanel } from './CutPanel.tsx';
import { MenuLook } from './MenuLook.tsx';
import { Remedy } from './Remedy.tsx';
import { OwnNote } from './OwnNote.tsx';
import type { Dressed } from './useDressed.tsx';

/** What the header wears there, and what would clear it. */
export function DressSide({
  loaded,
  header,
  base,
  isOwn,
  go,
  page,
  width,
  moment,
  site,
  scene,
  facts,
  worst,
  cut,
  all,
  progress,
  answer,
  calm,
  compare,
  open,
  setOpen,
  whose,
  setWhose,
  held,
  setHeld,
  menu,
}: Dressed) {
  return (
    <aside
      className="dress-side"
      aria-label={`Look, ${menu === 'open' ? 'menu open' : momentName(header, moment)}`}
    >
      <OwnNote site={site} base={base} page={page} isOwn={isOwn} go={go} />
      {menu === 'open' ? (
        <MenuLook site={site} header={header} />
      ) : (
        <>
          <CutPanel
            site={site}
            header={header}
            moment={moment}
            loaded={loaded}
            page={page}
            width={width}
            rows={scene?.rows ?? []}
            worst={worst}
            cut={cut}
            answer={answer}
            facts={facts}
            held={held}
            onHold={setHeld}
            open={open}
            onOpen={setOpen}
            whose={whose}
            onWhose={setWhose}
            onCompare={compare}
          />
          {!isOwn && (
            <Remedy
              loaded={calm.loaded}
              header={calm.header}
              moment={moment}
              rows={all.rows}
              progress={progress}
              isWorking={all.isWorking}
              failure={all.failure}
              answer={answer}
              onCompare={compare}
              isBrief={open !== undefined}
            />
          )}
        </>
      )}
    </aside>
  );
}
