import type { ReactNode } from 'react';
import { coversOf } from '@hatrail/core/header/covers';
import { VerdictText } from '../parts/Verdict.tsx';
import { ChangeWatch } from './ChangeWatch.tsx';
import { Covers } from './Covers.tsx';
import { worstWord } from './bandRemedy.ts';
import { OpeningBand, useOpeningBand } from './OpeningBand.tsx';
import { LayerRow } from './LayerRow.tsx';
import { ExtentFields, extentText } from '../hang/ExtentFields.tsx';
import { MannerPanel, mannerText } from './MannerPanel.tsx';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { CutPanelProps, OpenPart } from './cutProps.ts';

/**
 * What decides before any layer does, so that the hand goes there first: of a header in the flow, that it is not over the page; of
 * one over the page, what still covers that where it first meets the eye.
 */
function decidingParts(header: Header, moment: Moment, covers: readonly unknown[]): OpenPart[] {
  if (header.own !== undefined || moment !== 'top') return [];
  if (header.manner.lies === 'above') return ['manner'];
  return covers.length > 0 ? ['covers'] : [];
}

/**
 * What is set of a header beside its layers: the band that it lies over, what covers the page, its extent, how it behaves.
 * @param isFirst whether those rows are meant that decide before the layers do, or the others
 */
export function PartRows({
  isFirst,
  site,
  header,
  moment,
  loaded,
  page,
  width,
  facts,
  open,
  onOpen,
  onCompare,
}: CutPanelProps & { isFirst: boolean }) {
  const covers = coversOf(site, header, moment);
  const readings = useOpeningBand({ loaded, header, page, width });
  const word = readings && worstWord(readings);
  const deciding = decidingParts(header, moment, covers);
  const row = (part: OpenPart, title: string, summary: ReactNode, body: ReactNode) =>
    deciding.includes(part) === isFirst && (
      <LayerRow
        title={title}
        summary={summary}
        cut={undefined}
        step={undefined}
        isOpen={open === part}
        onOpen={() => onOpen(part)}
        onPutBack={undefined}
      >
        {body}
      </LayerRow>
    );
  const over = { loaded, header, page, width, onCompare };
  return (
    <>
      {row(
        'opening',
        'Opening band',
        word ? (
          <>
            its words: <VerdictText verdict={word.verdict} contrast={word.contrast} />
          </>
        ) : (
          'the first band of the page'
        ),
        <OpeningBand {...over} readings={readings} />,
      )}
      {row(
        'covers',
        'What still covers the page',
        covers.length === 0 ? 'nothing' : `${covers.length} of header, rails and items`,
        <Covers site={site} header={header} moment={moment} />,
      )}
      {header.own === undefined &&
        row('extent', 'Extent', extentText(header), <ExtentFields header={header} />)}
      {row(
        'manner',
        'Manner',
        mannerText(header),
        <>
          <MannerPanel loaded={loaded} width={width} header={header} facts={facts} />
          <ChangeWatch
            loaded={loaded}
            header={header}
            moment={moment}
            pageId={page.id}
            pageTitle={page.title}
            width={width}
            onCompare={onCompare}
          />
        </>,
      )}
    </>
  );
}
