import { Switch, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { ReactNode } from 'react';
import { originOf, type LayerName, type ResolvedLook } from '@hatrail/core/header/look';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { LogoVariant } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';
import type { Row } from '@hatrail/core/sweep/prove';
import { ColourField } from '../parts/ColourField.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { PercentSlider } from '../parts/PercentSlider.tsx';
import { VerdictText } from '../parts/Verdict.tsx';
import { originText, putBack, setLook } from './lookEdits.ts';
import { worstRow } from './view.ts';

interface LayerProps {
  site: Site;
  header: Header;
  moment: Moment;
  look: ResolvedLook;
}

interface ValueProps<N extends LayerName> {
  label: string;
  site: Site;
  header: Header;
  moment: Moment;
  layer: N;
  name: keyof ResolvedLook[N];
  children: ReactNode;
  verdict?: ReactNode;
}

/** One value of a layer: what it is, where it comes from, and the way back to inheriting. */
function Value<N extends LayerName>({
  label,
  site,
  header,
  moment,
  layer,
  name,
  children,
  verdict,
}: ValueProps<N>) {
  const canGoBack = moment !== 'top' && originOf(site, { header }, moment, layer, name) === 'own';
  return (
    <div className="value">
      <span className="value-label">{label}</span>
      <span className="value-field">{children}</span>
      {verdict}
      <span className="origin">
        {moment === 'top' && originOf(site, { header }, moment, layer, name) === 'own'
          ? ''
          : originText(site, header, moment, layer, name)}
        {canGoBack && (
          <>
            {' · '}
            <button
              type="button"
              className="link"
              aria-label={`Put back ${label.toLowerCase()}`}
              onClick={() => putBack(header, moment, layer, name)}
            >
              put back
            </button>
          </>
        )}
      </span>
    </div>
  );
}

/** Link, hover and current-page colour, and the logo's variant, each with its verdict. */
export function InkLayer({ site, header, moment, look, rows }: LayerProps & { rows: readonly Row[] }) {
  const verdictFor = (test: (row: Row) => boolean) => {
    const worst = worstRow(rows.filter((row) => row.moment === moment && test(row)));
    return worst && <VerdictText verdict={worst.verdict} contrast={worst.worst} />;
  };
  const colours = [
    { name: 'link', label: 'Links', state: 'rest' },
    { name: 'hover', label: 'Hovered', state: 'hover' },
    { name: 'current', label: 'Current page', state: 'current' },
  ] as const;
  const isButton = (row: Row) =>
    header.rails.some((rail) =>
      [...rail.start, ...rail.middle, ...rail.end].some(
        (item) => item.kind === 'button' && item.id === row.itemId,
      ),
    );
  return (
    <>
      {colours.map(({ name, label, state }) => (
        <Value
          key={name}
          label={label}
          site={site}
          header={header}
          moment={moment}
          layer="ink"
          name={name}
          verdict={verdictFor((row) => row.state === state && row.item !== 'Logo' && !isButton(row))}
        >
          <ColourField
            label={label}
            palette={site.palette}
            use={look.ink[name]}
            onChange={(use) => setLook(header, moment, 'ink', name, use)}
          />
        </Value>
      ))}
      <Value
        label="Logo"
        site={site}
        header={header}
        moment={moment}
        layer="ink"
        name="logo"
        verdict={verdictFor((row) => row.item === 'Logo')}
      >
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Logo"
          value={look.ink.logo}
          onChange={(_, variant: LogoVariant | null) =>
            variant && setLook(header, moment, 'ink', 'logo', variant)
          }
        >
          <ToggleButton value="light">Light</ToggleButton>
          <ToggleButton value="dark">Dark</ToggleButton>
          {site.logo.variants.single !== undefined && <ToggleButton value="single">One colour</ToggleButton>}
        </ToggleButtonGroup>
      </Value>
    </>
  );
}

/** A line below the header; it lies outside the header's own box, so that nothing moves when it comes. */
export function EdgeLayer({ site, header, moment, look }: LayerProps) {
  const { on, colour, thickness } = look.edge;
  return (
    <>
      <Value label="Line below" site={site} header={header} moment={moment} layer="edge" name="on">
        <Switch
          size="small"
          checked={on}
          slotProps={{ input: { 'aria-label': 'Line below' } }}
          onChange={(_, checked) => setLook(header, moment, 'edge', 'on', checked)}
        />
      </Value>
      {on && (
        <>
          <Value label="Colour" site={site} header={header} moment={moment} layer="edge" name="colour">
            <ColourField
              label="Line colour"
              palette={site.palette}
              use={colour}
              onChange={(use) => setLook(header, moment, 'edge', 'colour', use)}
            />
          </Value>
          <Value label="Thickness" site={site} header={header} moment={moment} layer="edge" name="thickness">
            <NumberField
              label="Line thickness"
              unit="px"
              min={1}
              max={12}
              value={thickness}
              onChange={(value) => setLook(header, moment, 'edge', 'thickness', value)}
            />
          </Value>
        </>
      )}
    </>
  );
}

/** The fill's colour and opacity, with the mark from which it clears. */
export function FillLayer({
  site,
  header,
  moment,
  look,
  clearFrom,
  neverClears,
}: LayerProps & { clearFrom: number | undefined; neverClears: boolean }) {
  return (
    <>
      <Value label="Colour" site={site} header={header} moment={moment} layer="fill" name="colour">
        <ColourField
          label="Fill colour"
          palette={site.palette}
          use={look.fill.colour}
          onChange={(use) => setLook(header, moment, 'fill', 'colour', use)}
        />
      </Value>
      <Value label="Opacity" site={site} header={header} moment={moment} layer="fill" name="opacity">
        <PercentSlider
          label="Fill opacity"
          value={look.fill.opacity}
          clearFrom={clearFrom}
          onChange={(value) => setLook(header, moment, 'fill', 'opacity', value)}
        />
      </Value>
      {neverClears && <p className="origin">No opacity of this colour clears every letter on every page.</p>}
    </>
  );
}
