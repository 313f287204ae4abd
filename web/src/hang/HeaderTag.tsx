import { useMemo } from 'react';
import type { HeaderLayout } from '@hatrail/core/header/layout';
import { leastWidth } from '@hatrail/core/header/readings';
import type { Measure } from '@hatrail/core/measure/measure';
import { Header, type Extent } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { Choice, OnOff, Row, TextInput } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { byRule } from '../parts/rules.ts';
import { ByWidth } from './ByWidth.tsx';
import { changeHeader } from '../editor/edits.ts';
import { keepLeading } from './edits.ts';

interface HeaderTagProps {
  site: Site;
  header: Header;
  measure: Measure;
  layout: HeaderLayout;
}

const FLUSH: Extent = { top: 0, sides: 0, linked: true, radius: 0 };

/** The header as a whole: its name, how it lies, and how far it is inset. */
export function HeaderTag({ site, header, measure, layout }: HeaderTagProps) {
  const extent = header.extent ?? FLUSH;
  const least = useMemo(() => leastWidth(site, header, measure), [site, header, measure]);
  const change = (label: string, make: (draft: Header) => void) =>
    changeHeader(header.id, label, make, `header ${label}`);
  const setExtent = (label: string, part: Partial<Extent>) =>
    change(label, (draft) => {
      const next = { ...extent, ...part };
      if (next.linked && part.top !== undefined) next.sides = part.top;
      if (next.linked && part.sides !== undefined) next.top = Math.min(240, part.sides);
      draft.extent = next;
    });
  const { manner } = header;
  return (
    <section className="tag" aria-label={`Header ${header.name}`}>
      <h2>{header.name}</h2>
      <p className="quiet">
        {layout.height} px high at {layout.width}. It fits down to {least} px
        {extent.sides > 0 ? ', inset as it is' : ''}.
      </p>
      <Row label="Name">
        <TextInput
          label="Name of the header"
          value={header.name}
          problem={byRule(Header, 'name')}
          onChange={(name) => change('Name of a header', (draft) => void (draft.name = name))}
        />
      </Row>
      <Row label="Lies">
        <Choice
          label="How it lies"
          value={manner.lies}
          options={[
            ['above', 'above the page, in its flow'],
            ['over', 'over the page'],
          ]}
          onChange={(lies) => change('Over or above the page', (draft) => void (draft.manner.lies = lies))}
        />
      </Row>
      <Row label="On scroll">
        <Choice
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
      </Row>
      <h3>Inset from the window</h3>
      <Row label="Top">
        <NumberField
          label="Inset from the top"
          unit="px"
          min={0}
          max={240}
          value={extent.top}
          onChange={(top) => setExtent('Inset from the top', { top })}
        />
      </Row>
      <Row label="Sides">
        <NumberField
          label="Inset from the sides"
          unit="px"
          min={0}
          max={400}
          value={extent.sides}
          onChange={(sides) => setExtent('Inset from the sides', { sides })}
        />
      </Row>
      <Row label="Linked">
        <OnOff
          label="Top and sides are changed together"
          value={extent.linked}
          onChange={(linked) =>
            change('Link the insets', (draft) => {
              draft.extent = { ...extent, linked, ...(linked && { sides: extent.top }) };
            })
          }
        />
      </Row>
      <Row label="Corners">
        <NumberField
          label="Corner radius"
          unit="px"
          min={0}
          max={80}
          value={extent.radius}
          onChange={(radius) => setExtent('Corner radius', { radius })}
        />
      </Row>
      <ByWidth
        of="the inset"
        steps={extent.steps}
        canHide={false}
        values={[
          { key: 'top', label: 'Top', min: 0, max: 240, base: extent.top },
          { key: 'sides', label: 'Sides', min: 0, max: 400, base: extent.sides },
        ]}
        onChange={(steps, label) =>
          change(label, (draft) => {
            const { steps: old = [], ...rest } = extent;
            if (!steps) {
              draft.extent = rest;
              return;
            }
            // Linked insets stay alike at every width.
            draft.extent = {
              ...rest,
              steps: steps.map((step) => {
                if (!extent.linked) return step;
                const was = old.find(({ below }) => below === step.below);
                const changed = step.top !== was?.top ? step.top : step.sides;
                return changed === undefined
                  ? { below: step.below }
                  : { below: step.below, top: Math.min(240, changed), sides: changed };
              }),
            };
          })
        }
      />
    </section>
  );
}
