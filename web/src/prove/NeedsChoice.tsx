import { useState } from 'react';
import { Needs, STRICT_NEEDS, USUAL_NEEDS, needsOf } from '@hatrail/core/model/needs';
import { rangeOf } from '@hatrail/core/model/rules';
import type { Site } from '@hatrail/core/model/site';
import { setNeeds } from '../editor/edits.ts';
import { NumberField } from '../parts/NumberField.tsx';

const READY = { AA: USUAL_NEEDS, AAA: STRICT_NEEDS } as const;
const OWN = [
  ['text', 'Text'],
  ['large', 'Large text'],
  ['marks', 'Marks'],
] as const;

const isSame = (a: Needs, b: Needs) => OWN.every(([key]) => a[key] === b[key]);

/** The contrast that the owner asks for: kept with the site, and followed by every verdict, mark and remedy. */
export function NeedsChoice({ site }: { site: Site }) {
  const needs = needsOf(site);
  const ready = Object.entries(READY).find(([, each]) => isSame(each, needs))?.[0];
  const [isOwn, setOwn] = useState(false);
  const shown = isOwn ? 'own' : (ready ?? 'own');
  return (
    <span className="needs">
      <label>
        Needs{' '}
        <select
          className="choice-select"
          value={shown}
          title="Contrast that text, large text and marks need"
          onChange={({ target: { value } }) => {
            setOwn(value === 'own');
            if (value === 'AA' || value === 'AAA') setNeeds(READY[value]);
          }}
        >
          <option value="AA">4.5 and 3 (WCAG 2.2, AA)</option>
          <option value="AAA">7 and 4.5 (AAA)</option>
          <option value="own">figures of my own</option>
        </select>
      </label>
      {shown === 'own' &&
        OWN.map(([key, label]) => {
          const { min, max } = rangeOf(Needs, key);
          return (
            <label key={key}>
              {label}{' '}
              <NumberField
                label={`${label} needs`}
                unit=""
                step={0.1}
                min={min}
                max={max}
                value={needs[key]}
                onChange={(value) => setNeeds({ ...needs, [key]: value })}
              />
            </label>
          );
        })}
    </span>
  );
}
