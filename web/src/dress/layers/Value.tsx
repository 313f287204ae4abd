import { createContext, useContext, type ReactNode } from 'react';
import { originOf, type Wearer } from '@hatrail/core/header/look';
import { LAYERS, type LayerName, type ResolvedLook } from '@hatrail/core/layers/index';
import type { Moment } from '@hatrail/core/model/header';
import type { ColourUse } from '@hatrail/core/model/palette';
import { rangeOf } from '@hatrail/core/model/rules';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/row';
import type { FillAnswer } from '../../editor/verdicts.ts';
import type { Solved } from '../../engine/dependsOn.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { originText, putBack, setLook } from '../lookEdits.ts';

/** What the controls of a layer are given. */
export interface BodyProps {
  rows: readonly Row[];
  /** What is solved of the header's own layers; nothing is of those of its parts. */
  answers: Record<Solved, FillAnswer> | undefined;
}

/** What is said of a layer while it is shut is made from these. */
export interface SummaryProps {
  site: Site;
  look: ResolvedLook;
}

/** Whose look is being dressed, at which moment. */
export interface Dressing {
  loaded: LoadedSite;
  width: number;
  site: Site;
  wearer: Wearer;
  moment: Moment;
  look: ResolvedLook;
}

const DressingContext = createContext<Dressing | undefined>(undefined);
export const DressingProvider = DressingContext.Provider;

/** What is being dressed. */
export function useDressing(): Dressing {
  return useContext(DressingContext)!;
}

interface ValueProps<N extends LayerName> {
  label: string;
  layer: N;
  name: keyof ResolvedLook[N];
  children: ReactNode;
  verdict?: ReactNode;
}

/** One value of a layer: what it is, where it comes from, and the way back to inheriting. */
export function Value<N extends LayerName>({ label, layer, name, children, verdict }: ValueProps<N>) {
  const { site, wearer, moment } = useDressing();
  const isOwn = originOf(site, wearer, moment, layer, name) === 'own';
  // At the first moment a header's own values go back to what holds where nothing is said.
  const isFirst = moment === 'top' && isOwn && wearer.rail === undefined;
  return (
    <div className="value">
      <span className="value-label">{label}</span>
      <span className="value-field">{children}</span>
      {verdict}
      <span className="origin">
        {isFirst ? '' : originText(site, wearer, moment, layer, name)}
        {isOwn && (
          <>
            {isFirst ? '' : ' · '}
            <button
              type="button"
              className="link"
              aria-label={`Put back ${label.toLowerCase()}`}
              onClick={() => putBack(wearer, moment, layer, name)}
            >
              put back
            </button>
          </>
        )}
      </span>
    </div>
  );
}

/** Names of the values of a layer that are of a type. */
type Of<N extends LayerName, T> = {
  [K in keyof ResolvedLook[N]]: ResolvedLook[N][K] extends T ? K : never;
}[keyof ResolvedLook[N]];

interface NumberValueProps<N extends LayerName> {
  layer: N;
  name: Of<N, number>;
  label: string;
  /** What the field is called where the label alone would not tell. */
  called?: string;
  step?: number;
  /** The unit in words that say more than the rules do. */
  unit?: string;
}

/** A number of a layer, in its unit, within the limits of the layer's own rules. */
export function NumberValue<N extends LayerName>({
  layer,
  name,
  label,
  called,
  step,
  unit,
}: NumberValueProps<N>) {
  const { wearer, moment, look } = useDressing();
  const limits = rangeOf(LAYERS[layer].values, String(name));
  return (
    <Value label={label} layer={layer} name={name}>
      <NumberField
        label={called ?? label}
        {...limits}
        {...(step !== undefined && { step })}
        {...(unit !== undefined && { unit })}
        value={look[layer][name] as number}
        onChange={(value) => setLook(wearer, moment, layer, name, value as ResolvedLook[N][typeof name])}
      />
    </Value>
  );
}

/** A colour of a layer. */
export function ColourValue<N extends LayerName>({
  layer,
  name,
  label,
  called,
}: {
  layer: N;
  name: Of<N, { swatch?: string; colour?: string }>;
  label: string;
  called?: string;
}) {
  const { site, wearer, moment, look } = useDressing();
  return (
    <Value label={label} layer={layer} name={name}>
      <ColourField
        label={called ?? label}
        palette={site.palette}
        use={look[layer][name] as ColourUse}
        onChange={(use) => setLook(wearer, moment, layer, name, use as ResolvedLook[N][typeof name])}
      />
    </Value>
  );
}
