import { canTellOpen } from '@hatrail/core/header/ownLayout';
import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import { inkIn, ringIn } from '@hatrail/core/header/states';
import { headerItems } from '@hatrail/core/model/header';
import type { LogoVariant } from '@hatrail/core/model/picture';
import type { Row } from '@hatrail/core/sweep/row';
import { ColourField } from '../../parts/ColourField.tsx';
import { VerdictText } from '../../parts/Verdict.tsx';
import { setLook } from '../lookEdits.ts';
import { worstRow } from '../view.ts';
import { LinkLetters } from './LinkLetters.tsx';
import { Dot } from './ColourSummary.tsx';
import { Value, useDressing, type BodyProps, type SummaryProps } from './Value.tsx';

const COLOURS = [
  { name: 'link', label: 'Links', state: 'rest' },
  { name: 'hover', label: 'Hovered', state: 'hover' },
  { name: 'current', label: 'Current page', state: 'current' },
  { name: 'pressed', label: 'Pressed', state: 'pressed' },
  { name: 'focused', label: 'With the keyboard on it', state: 'focused' },
  { name: 'open', label: 'With its menu open', state: 'open' },
] as const;

/** Link, hover and current-page colour, and the logo's variant, each with its verdict. */
export function InkLayer({ rows }: BodyProps) {
  const { site, wearer, moment, look } = useDressing();
  const { header, item } = wearer;
  const buttons = new Set(
    headerItems(header)
      .filter(({ kind }) => kind === 'button')
      .map(({ id }) => id),
  );
  const verdictFor = (test: (row: Row) => boolean) => {
    const worst = worstRow(rows.filter((row) => row.moment === moment && test(row)));
    return worst && <VerdictText verdict={worst.verdict} contrast={worst.worst} />;
  };
  const isOwn = header.own !== undefined;
  const hasLogo = !isOwn && (item === undefined || item.kind === 'logo');
  const hasLinks = item?.kind !== 'logo';
  return (
    <>
      {hasLinks &&
        COLOURS.filter(({ name }) => name !== 'open' || canTellOpen(site, header)).map(
          ({ name, label, state }) => (
            <Value
              key={name}
              label={label}
              layer="ink"
              name={name}
              verdict={verdictFor(
                (row) =>
                  row.state === state &&
                  row.part === 'ink' &&
                  row.item !== 'Logo' &&
                  !buttons.has(row.itemId),
              )}
            >
              <ColourField
                label={label}
                palette={site.palette}
                use={inkIn(look, state)}
                onChange={(use) => setLook(wearer, moment, 'ink', name, use)}
              />
            </Value>
          ),
        )}
      <Value label="Focus ring" layer="ink" name="ring" verdict={verdictFor((row) => row.part === 'ring')}>
        <ColourField
          label="Focus ring"
          palette={site.palette}
          use={ringIn(look, false, false)}
          onChange={(use) => setLook(wearer, moment, 'ink', 'ring', use)}
        />
      </Value>
      {wearer.rail === undefined && !isOwn && <LinkLetters />}
      {hasLogo && (
        <Value
          label="Logo"
          layer="ink"
          name="logo"
          verdict={verdictFor((row) => row.item === 'Logo' && row.part === 'ink')}
        >
          <ToggleButtonGroup
            exclusive
            size="small"
            aria-label="Logo"
            value={look.ink.logo}
            onChange={(_, variant: LogoVariant | null) =>
              variant && setLook(wearer, moment, 'ink', 'logo', variant)
            }
          >
            <ToggleButton value="light">Light</ToggleButton>
            <ToggleButton value="dark">Dark</ToggleButton>
            {site.logo.variants.single !== undefined && (
              <ToggleButton value="single">One colour</ToggleButton>
            )}
          </ToggleButtonGroup>
        </Value>
      )}
    </>
  );
}

export function InkSummary({ site, look: { ink } }: SummaryProps) {
  return (
    <>
      <Dot site={site} use={ink.link} /> links <Dot site={site} use={ink.hover} /> hovered
    </>
  );
}
