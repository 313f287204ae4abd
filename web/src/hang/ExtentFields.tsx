import { Extent, ExtentStep, type Header } from '@hatrail/core/model/header';
import { OnOff, FieldRow } from '../parts/fields.tsx';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { ByWidth } from '../parts/ByWidth.tsx';
import { steppedNumber } from '../parts/steppedNumber.ts';
import { OptionalNumber } from '../parts/OptionalNumber.tsx';
import { changeHeader } from '../editor/edits.ts';

const FLUSH: Extent = { top: 0, sides: 0, linked: true, radius: 0 };

/** How far a header is inset from the window, by width, and the radius of its corners; edge to edge where all is 0. */
export function ExtentFields({ header }: { header: Header }) {
  const extent = header.extent ?? FLUSH;
  const change = (label: string, make: (draft: Header) => void) =>
    changeHeader(header.id, label, make, `header ${label}`);
  const setExtent = (label: string, part: Partial<Extent>) =>
    change(label, (draft) => {
      const next = { ...extent, ...part };
      if (next.linked && part.top !== undefined) next.sides = part.top;
      if (next.linked && part.sides !== undefined) next.top = Math.min(240, part.sides);
      draft.extent = next;
    });
  return (
    <>
      <FieldRow label="Top">
        <RuleNumber
          of={[Extent, 'top']}
          label="Inset from the top"
          unit="px"
          value={extent.top}
          onChange={(top) => setExtent('Inset from the top', { top })}
        />
      </FieldRow>
      <FieldRow label="Sides">
        <RuleNumber
          of={[Extent, 'sides']}
          label="Inset from the sides"
          unit="px"
          value={extent.sides}
          onChange={(sides) => setExtent('Inset from the sides', { sides })}
        />
      </FieldRow>
      <FieldRow label="Linked">
        <OnOff
          label="Top and sides are changed together"
          value={extent.linked}
          onChange={(linked) =>
            change('Link the insets', (draft) => {
              draft.extent = { ...extent, linked, ...(linked && { sides: extent.top }) };
            })
          }
        />
      </FieldRow>
      <OptionalNumber
        of={[Extent, 'max']}
        label="Widest"
        automatic="as wide as the window leaves"
        plain={1200}
        value={extent.max}
        set={(max) =>
          change('Largest width of the header', (draft) => {
            const { max: _, ...rest } = extent;
            draft.extent = { ...rest, ...(max !== undefined && { max }) };
          })
        }
      />
      <FieldRow label="Corners">
        <RuleNumber
          of={[Extent, 'radius']}
          label="Corner radius"
          unit="px"
          value={extent.radius}
          onChange={(radius) => setExtent('Corner radius', { radius })}
        />
      </FieldRow>
      <ByWidth
        of="the inset"
        steps={extent.steps}
        canHide={false}
        values={[
          steppedNumber([ExtentStep, 'top'], [Extent, 'top'], { label: 'Top', base: extent.top }),
          steppedNumber([ExtentStep, 'sides'], [Extent, 'sides'], { label: 'Sides', base: extent.sides }),
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
    </>
  );
}

/** How wide the header is, in a few words. */
export function extentText({ extent, rails }: Header): string {
  const { top = 0, sides = 0, max, radius = 0, steps = [] } = extent ?? {};
  const most = rails.flatMap(({ max }) => (max === undefined ? [] : [max]));
  const inset = top + sides > 0 ? `inset ${top} px and ${sides} px` : 'edge to edge';
  const corners = radius > 0 ? [`corners of ${radius} px`] : [];
  const widest = most.length > 0 ? [`contents ${Math.max(...most)} px at most`] : [];
  const narrower = steps.length > 0 ? [`${steps.length === 1 ? 'another' : 'others'} on small screens`] : [];
  const box = max === undefined ? [] : [`${max} px wide at most`];
  return [inset, ...box, ...corners, ...widest, ...narrower].join(', ');
}
