import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { ReactNode } from 'react';
import type { Header } from '@hatrail/core/model/header';
import { NumberField } from '../parts/NumberField.tsx';
import { setManner } from './lookEdits.ts';

/** How the header behaves, in a few words. */
export function mannerText({ manner }: Header): string {
  const { lies, onScroll, switch: begins, duration } = manner;
  const from = begins.at === 'distance' ? `from ${begins.distance} px` : 'from the end of the first band';
  return `${lies} the page, ${onScroll}, changes ${from}, over ${duration} ms`;
}

/** How the header behaves: over or above the page, on scroll, when the moment changes and how long that takes. */
export function MannerPanel({ header, switchAt }: { header: Header; switchAt: number | undefined }) {
  const { manner } = header;
  const { at, distance } = manner.switch;
  return (
    <>
      <Choice label="Lies">
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Lies"
          value={manner.lies}
          onChange={(_, lies: Header['manner']['lies'] | null) =>
            lies && setManner(header, { lies }, 'Over or above the page')
          }
        >
          <ToggleButton value="over">Over the page</ToggleButton>
          <ToggleButton value="above">Above it</ToggleButton>
        </ToggleButtonGroup>
      </Choice>
      <Choice label="On scroll">
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="On scroll"
          value={manner.onScroll}
          onChange={(_, onScroll: Header['manner']['onScroll'] | null) =>
            onScroll && setManner(header, { onScroll }, 'Leaves or stays')
          }
        >
          <ToggleButton value="stays">Stays</ToggleButton>
          <ToggleButton value="leaves">Leaves</ToggleButton>
        </ToggleButtonGroup>
      </Choice>
      <Choice label="After scrolling begins">
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="After scrolling begins"
          value={at}
          onChange={(_, next: typeof at | null) =>
            next && setManner(header, { switch: { at: next, distance } }, 'Where After scrolling begins')
          }
        >
          <ToggleButton value="distance">At a distance</ToggleButton>
          <ToggleButton value="first band">End of first band</ToggleButton>
        </ToggleButtonGroup>
        {at === 'distance' ? (
          <NumberField
            label="Distance"
            unit="px"
            min={1}
            max={5000}
            value={distance}
            onChange={(value) => setManner(header, { switch: { at, distance: value } }, 'Distance')}
          />
        ) : (
          switchAt !== undefined && <span className="quiet">{switchAt} px on this page</span>
        )}
      </Choice>
      <Choice label="The change takes">
        <NumberField
          label="Duration"
          unit="ms"
          min={0}
          max={2000}
          value={manner.duration}
          onChange={(duration) => setManner(header, { duration }, 'Duration of the change')}
        />
      </Choice>
    </>
  );
}

function Choice({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="choice">
      <span className="value-label">{label}</span>
      <span className="choice-fields">{children}</span>
    </div>
  );
}
