import { useMemo } from 'react';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import { unseenBoxes } from '@hatrail/core/header/boxSeen';
import { hangingsOf } from '@hatrail/core/placed/answers';
import { leastWidth } from '@hatrail/core/header/readings';
import type { Measure } from '@hatrail/core/measure/measure';
import { Header, momentName } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, FieldRow, TextInput } from '../parts/fields.tsx';
import { byRule } from '../parts/rules.ts';
import { reusableLooks } from '../reuse/kinds.ts';
import { Reuse } from '../reuse/Reuse.tsx';
import { ExtentFields } from './ExtentFields.tsx';
import { changeHeader } from '../editor/edits.ts';
import { keepLeading, wearKept } from './edits.ts';

interface HeaderTagProps {
  site: Site;
  header: Header;
  measure: Measure;
  layout: HeaderLayout;
}

/** The header as a whole: its name, how it lies, and how far it is inset. */
export function HeaderTag({ site, header, measure, layout }: HeaderTagProps) {
  const sides = header.extent?.sides ?? 0;
  const least = useMemo(() => leastWidth(site, header, measure), [site, header, measure]);
  const change = (label: string, make: (draft: Header) => void) =>
    changeHeader(header.id, label, make, `header ${label}`);
  const { manner } = header;
  return (
    <section className="tag" aria-label={`Header ${header.name}`}>
      <h2>{header.name}</h2>
      <p className="quiet">
        {layout.height} px high at {layout.width}. It fits down to {least} px
        {sides > 0 ? ', inset as it is' : ''}.
      </p>
      <FieldRow label="Name">
        <TextInput
          label="Name of the header"
          value={header.name}
          problem={byRule(Header, 'name')}
          onChange={(name) => change('Name of a header', (draft) => void (draft.name = name))}
        />
      </FieldRow>
      <FieldRow label="Lies">
        <ChoiceField
          label="How it lies"
          value={manner.lies}
          options={[
            ['above', 'above the page, in its flow'],
            ['over', 'over the page'],
          ]}
          onChange={(lies) => change('Over or above the page', (draft) => void (draft.manner.lies = lies))}
        />
      </FieldRow>
      <FieldRow label="On scroll">
        <ChoiceField
          label="What it does on scroll"
          value={manner.onScroll}
          options={[
            ['stays', 'stays'],
            ['leaves', 'leaves with the page'],
            ['returns', 'goes, and returns on scrolling up'],
            ['bottom', 'keeps to the bottom edge'],
          ]}
          onChange={(onScroll) =>
            change('Leaves or stays', (draft) => {
              draft.manner.onScroll = onScroll;
              keepLeading(draft);
            })
          }
        />
      </FieldRow>
      <KeptLooks site={site} header={header} />
      <h3>Inset from the window</h3>
      <ExtentFields header={header} />
      <UnseenBoxes site={site} header={header} />
    </section>
  );
}

/** Says where the header's box is not seen against the page. */
function UnseenBoxes({ site, header }: Pick<HeaderTagProps, 'site' | 'header'>) {
  const pages = useMemo(
    () =>
      new Set(
        hangingsOf(site)
          .filter((each) => each.header.id === header.id)
          .map(({ page }) => page),
      ),
    [site, header],
  );
  const unseen = unseenBoxes(site, header, [...pages]);
  return unseen.map(({ moment, pages: alike }) => (
    <p key={moment} className="tag-note" role="note">
      {momentName(header, moment)} its box has the colour of {alike.map(({ title }) => title).join(', ')}: it
      is not seen as one there. A line, a shadow or another fill tells it, in Dress.
    </p>
  ));
}

/** The looks that it wears, where some are kept for reuse, and whether its own are. */
function KeptLooks({ site, header }: Pick<HeaderTagProps, 'site' | 'header'>) {
  const kept = (site.parts ?? []).filter(({ looks }) => looks);
  return (
    <>
      {kept.length > 0 && (
        <FieldRow label="Looks">
          <ChoiceField
            label="Looks that it wears"
            value={header.part ?? ''}
            options={[
              ['', 'its own'] as const,
              ...kept.map(({ id, name }) => [id, `${name}, as they are kept`] as const),
            ]}
            onChange={(id) => wearKept(site, header.id, id)}
          />
        </FieldRow>
      )}
      <Reuse site={site} of={reusableLooks(header)} />
    </>
  );
}
