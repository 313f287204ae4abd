import { Manner, headerItems, type Header, type OnScroll } from '@hatrail/core/model/header';
import { changesByScroll } from '@hatrail/core/header/manner';
import type { PartLooks } from '@hatrail/core/model/look';
import type { LoadedSite } from '../engine/loadedSite.ts';
import type { SceneFacts } from '../engine/types.ts';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { changeHeader } from '../editor/edits.ts';
import { ChangeFields } from './ChangeFields.tsx';
import { ChoiceRow, Select } from './Choice.tsx';
import { setManner } from './lookEdits.ts';
import { SwitchFields, switchKind } from './SwitchFields.tsx';

type Begins = Header['manner']['switch']['at'];

const ON_SCROLL: Record<OnScroll, string> = {
  stays: 'Stays at the top',
  leaves: 'Leaves with the page',
  returns: 'Goes, and returns on scrolling up',
  bottom: 'Keeps to the bottom edge',
};

const ON_SCROLL_SHORT: Record<OnScroll, string> = {
  stays: 'stays',
  leaves: 'leaves',
  returns: 'returns on scrolling up',
  bottom: 'at the bottom edge',
};

/** How the header behaves, in a few words. */
export function mannerText(header: Header): string {
  const { manner } = header;
  const { lies, onScroll, switch: begins, duration, smaller, stretch } = manner;
  const froms: Record<Begins, string> = {
    distance: `changes from ${begins.distance} px`,
    'first band': 'changes at the end of the first band',
    band: `changes at the end of band ${begins.band ?? 1}`,
    ground: 'follows the ground',
  };
  const where = onScroll === 'bottom' ? [] : [`${lies} the page`];
  const less = smaller ? [`${smaller} px smaller then`] : [];
  const over = changesByScroll(header) ? `over ${stretch} px of scroll` : `over ${duration} ms`;
  return [...where, ON_SCROLL_SHORT[onScroll], froms[begins.at], ...less, over].join(', ');
}

/** How the header behaves: over or above the page, on scroll, when the moment changes and how long that takes. */
export function MannerPanel({
  loaded,
  width,
  header,
  facts,
}: {
  loaded: LoadedSite;
  width: number;
  header: Header;
  facts: SceneFacts | undefined;
}) {
  const { manner } = header;
  const atBottom = manner.onScroll === 'bottom';
  return (
    <>
      {!atBottom && (
        <ChoiceRow label="Lies">
          <Select
            label="Lies"
            value={manner.lies}
            options={{ over: 'Over the page', above: 'Above the page' }}
            onChange={(lies) => setManner(header, { lies }, 'Over or above the page')}
          />
        </ChoiceRow>
      )}
      <ChoiceRow label="On scroll">
        <Select
          label="On scroll"
          value={manner.onScroll}
          options={
            header.own === undefined
              ? ON_SCROLL
              : { stays: ON_SCROLL.stays, leaves: ON_SCROLL.leaves, returns: ON_SCROLL.returns }
          }
          onChange={(onScroll) => setManner(header, { onScroll }, 'What it does on scroll')}
        />
      </ChoiceRow>
      <SwitchFields loaded={loaded} width={width} header={header} facts={facts} />
      {header.own === undefined && !atBottom && switchKind(header) !== 'ground' && (
        <ChoiceRow label="Smaller then, by">
          <RuleNumber
            of={[Manner, 'smaller']}
            label="Smaller by"
            unit="px"
            value={manner.smaller ?? 0}
            onChange={(smaller) => setManner(header, { smaller }, 'Smaller after scrolling')}
          />
          {(manner.smaller ?? 0) > 0 && (
            <span className="quiet">each rail, as far as its contents let it</span>
          )}
        </ChoiceRow>
      )}
      <ChoiceRow label="With the pointer over it">
        <Select
          label="With the pointer over it"
          value={header.looks.pointed ? 'own' : 'same'}
          options={{ same: 'As it is', own: 'A moment of its own' }}
          onChange={(how) =>
            changeHeader(header.id, 'A moment for the pointer', (draft) => {
              if (how === 'own') draft.looks.pointed ??= {};
              else
                for (const { looks } of [draft, ...draft.rails, ...headerItems(draft)] as {
                  looks?: PartLooks;
                }[])
                  delete looks?.pointed;
            })
          }
        />
      </ChoiceRow>
      <ChangeFields header={header} facts={facts} />
    </>
  );
}
