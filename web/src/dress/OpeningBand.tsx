import { at as elementAt } from '@hatrail/core/lists';
import { Link, useSearchParams } from 'react-router';
import { Button } from '@mui/material';
import { momentName, type Header } from '@hatrail/core/model/header';
import { BandHeight, BandWords, WORDS_PLACES, type Band, type Page } from '@hatrail/core/model/page';
import { TEXT_MAX } from '@hatrail/core/page/metrics';
import type { BandReading } from '@hatrail/core/sweep/words';
import { useEditor } from '../editor/store.ts';
import { readBandAt } from '../engine/proof.ts';
import { groundsOfPage } from '../engine/request.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { colourName } from '@hatrail/core/model/palette';
import { ColourField } from '../parts/ColourField.tsx';
import { ChoiceField } from '../parts/fields.tsx';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { PercentSlider } from '../parts/PercentSlider.tsx';
import { VerdictText, figure } from '../parts/Verdict.tsx';
import { leastBandTint, withBandTint, worstWord, type BandRemedy } from './bandRemedy.ts';
import { PLACE_NAMES, WordsPlaces } from './WordsPlaces.tsx';
import type { Compare } from './compare.ts';
import { useAnswer, useAsked } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';

interface OpeningBandProps {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  width: number;
}

/** The words of the page's first band over its own ground, at every standard width and the one on screen. */
export function useOpeningBand({ loaded, header, page, width }: OpeningBandProps): BandReading[] | undefined {
  // The words do not depend on what the header wears: reading them anew for each step of a drag would keep its figures waiting.
  const { data, failure } = useAnswer(
    ['band', keyOf([...groundsOfPage(loaded, header), page, width])],
    ({ signal }) =>
      readBandAt(
        loaded,
        header.id,
        { pageId: page.id, band: 0, beside: [{ width }] },
        { urgency: 'later', signal },
      ),
  );
  return failure === undefined ? data : [];
}

/** Where the words stand, with what holds by default. */
const WORDS = [
  { key: 'width', label: 'Width of the words', unit: 'px at most', plain: TEXT_MAX },
  { key: 'offset', label: 'Offset of the words', unit: 'px in', plain: 0 },
] as const;

/** Changes the band, under a name; changes of one group that follow each other are one step. */
type ChangeBand = (label: string, make: (draft: Band) => void, group?: string) => void;

/** The first band as the page's banner: its height, tint and words, each with what it does to what is read there. */
export function OpeningBand(
  props: OpeningBandProps & { readings: BandReading[] | undefined; onCompare: Compare },
) {
  const { loaded, page, width, readings } = props;
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const band = page.bands[0];
  if (!band) return <p className="origin">This page has no bands. Add one under Gather, Pages.</p>;
  const change: ChangeBand = (label, make, group) =>
    edit(
      label,
      (draft) => make(elementAt(draft.pages.find(({ id }) => id === page.id)!.bands, 0) as Band),
      group,
    );
  const here = readings?.find((reading) => reading.width === width);
  const tint = band.backdrop.tint ?? { colour: { swatch: elementAt(site.palette, 0).id }, opacity: 0 };
  const setTint = (next: Partial<typeof tint>) =>
    change(
      'Tint of the opening band',
      (draft) => void (draft.backdrop.tint = { ...tint, ...next }),
      'opening tint',
    );
  return (
    <>
      <HeightField band={band} here={here} change={change} />
      <div className="value">
        <span className="value-label">Tint</span>
        <span className="value-field">
          <ColourField
            label="Tint of the opening band"
            palette={site.palette}
            use={tint.colour}
            onChange={(colour) => setTint({ colour })}
          />
          <PercentSlider
            label="Opacity of the opening band’s tint"
            value={tint.opacity}
            clearFrom={clearTint(readings)}
            onChange={(opacity) => setTint({ opacity })}
          />
        </span>
      </div>
      <WordsField band={band} change={change} />
      <WordsPlaces
        {...props}
        onTake={(place) =>
          change('Place of the words', (draft) => void (draft.words = { ...draft.words, place }))
        }
      />
      <BandElsewhere band={band} />
      <WordsRead readings={readings} here={here} />
      <BandTint
        {...props}
        colour={tint.colour}
        onTake={(remedy) => setTint({ colour: remedy.colour, opacity: remedy.percent / 100 })}
      />
    </>
  );
}

/** The least tint at which all words are clear at all of the widths, percent; nothing where there is none. */
function clearTint(readings: readonly BandReading[] | undefined): number | undefined {
  let most = 0;
  for (const { leastTint } of readings ?? []) {
    if (leastTint === undefined) return undefined;
    most = Math.max(most, leastTint);
  }
  return readings && most;
}

/** @param props `here`: what was read at the width on screen */
function HeightField({
  band,
  here,
  change,
}: {
  band: Band;
  here: BandReading | undefined;
  change: ChangeBand;
}) {
  const { unit, value } = band.height;
  const isPx = unit === 'px';
  return (
    <div className="value">
      <span className="value-label">Height</span>
      <span className="value-field row">
        <RuleNumber
          of={[BandHeight, 'value']}
          label="Height of the opening band"
          unit={isPx ? 'px' : '% of the window'}
          value={value}
          onChange={(next) =>
            change(
              'Height of the opening band',
              (draft) => void (draft.height.value = next),
              'opening height',
            )
          }
        />
        <button
          type="button"
          className="link"
          onClick={() =>
            change('Unit of the height', (draft) => {
              draft.height = isPx
                ? { unit: 'window', value: 70 }
                : { unit: 'px', value: here?.height ?? 600 };
            })
          }
        >
          {isPx ? 'as a share of the window' : 'in px'}
        </button>
      </span>
      {here && (
        <span className="origin">
          {here.height} px at {here.width}; its words need {here.leastHeight} px to stand clear of the header.
        </span>
      )}
    </div>
  );
}

function WordsField({ band, change }: { band: Band; change: ChangeBand }) {
  return (
    <div className="value">
      <span className="value-label">Words</span>
      <span className="value-field row">
        <ChoiceField
          label="Place of the words"
          value={band.words?.place ?? 'start'}
          options={WORDS_PLACES.map((place) => [place, PLACE_NAMES[place]] as const)}
          onChange={(place) =>
            change('Place of the words', (draft) => {
              const { place: _, ...others } = draft.words ?? {};
              draft.words = place === 'start' ? others : { ...others, place };
            })
          }
        />
        {WORDS.filter(({ key }) => key === 'width' || band.words?.place !== 'middle').map(
          ({ key, label, unit, plain }) => (
            <RuleNumber
              key={key}
              of={[BandWords, key]}
              label={label}
              unit={unit}
              value={band.words?.[key] ?? plain}
              onChange={(value) =>
                change(
                  label,
                  (draft) => void (draft.words = { ...draft.words, [key]: value }),
                  `words ${key}`,
                )
              }
            />
          ),
        )}
      </span>
    </div>
  );
}

/** How its words can be read at the width on screen, and how much of a picture's subject they cover. */
function WordsRead({
  readings,
  here,
}: {
  readings: readonly BandReading[] | undefined;
  here: BandReading | undefined;
}) {
  if (!readings)
    return <p className="quiet">Its words are being read at the usual widths and at this one.</p>;
  if (readings.length === 0)
    return <p role="alert">Its words could not be read. Change something, or reload, to try again.</p>;
  return (
    <>
      {here?.words.length === 0 && <p className="quiet">No words stand in it.</p>}
      <ul className="panel-verdicts">
        {here?.words.map((word, i) => (
          <li key={i}>
            <span>“{word.text.length > 34 ? `${word.text.slice(0, 32)}…` : word.text}”</span>
            <VerdictText verdict={word.verdict} contrast={word.contrast} />
          </li>
        ))}
      </ul>
      {readings.some(({ subjectCovered }) => subjectCovered !== undefined) && (
        <p className="origin">
          The words cover of the picture’s subject:{' '}
          {readings
            .map(({ width: at, subjectCovered }) =>
              subjectCovered === undefined
                ? `it is out of view at ${at} px`
                : `${Math.round(subjectCovered * 100)} % at ${at} px`,
            )
            .join(', ')}
          .
        </p>
      )}
    </>
  );
}

/** The least tint at which words and header are clear together, looked for when it is asked for. */
function BandTint({
  loaded,
  header,
  page,
  width,
  colour,
  onTake,
  onCompare,
}: OpeningBandProps & {
  colour: BandRemedy['colour'];
  onTake: (remedy: BandRemedy) => void;
  onCompare: Compare;
}) {
  // What was found holds for the site as it was.
  const queryKey = ['band tint', siteKey(loaded), keyOf([header, page, width, colour])];
  const {
    isAsked,
    ask,
    stop,
    data: found,
    failure,
  } = useAsked(
    queryKey,
    // None where no tint clears them.
    async ({ signal }) =>
      (await leastBandTint(loaded, header, { page, beside: [{ width }], colour }, signal)) ?? null,
  );
  const name = colourName(loaded.site.palette, colour);
  const over = `${header.name}, ${momentName(header, 'top')}`;
  if (!isAsked)
    return (
      <Button size="small" variant="outlined" onClick={ask}>
        Least tint for words and header
      </Button>
    );
  if (failure !== undefined) return <p role="alert">The search stopped: {failure} Try again.</p>;
  if (found === undefined)
    return (
      <p className="quiet" role="status">
        Tints in {name} are being swept, with {over} over them.{' '}
        <button type="button" className="link" onClick={stop}>
          Stop
        </button>
      </p>
    );
  if (found === null)
    return (
      <p>
        No tint in {name} clears the words and {over} together. Try another colour.
      </p>
    );
  const word = worstWord(found.readings);
  const row = found.rows.reduce((a, b) => (b.worst / b.needed < a.worst / a.needed ? b : a));
  return (
    <div className="band-remedy">
      <p>
        Tint in {name}, {found.percent} %: {word && `worst word ${figure(word.contrast)}, `}
        and of {over}, which lies over it, {row.item} {figure(row.worst)}, at the usual widths and at this
        one. {100 - found.percent}&nbsp;% of the band’s backdrop still shows through.
      </p>
      <Button size="small" variant="contained" onClick={() => onTake(found)}>
        Try it
      </Button>{' '}
      <Button
        size="small"
        variant="outlined"
        aria-label={`Compare the tint of ${found.percent} %`}
        onClick={() => {
          const site = withBandTint(loaded.site, page, { colour, opacity: found.percent / 100 });
          const tinted = site.pages.find(({ id }) => id === page.id)!;
          onCompare(`Tint ${found.percent} %`, header, { scroll: 0, page: tinted });
        }}
      >
        Compare
      </Button>
    </div>
  );
}

/** The ways from the banner to its picture, and to what stands in it. */
function BandElsewhere({ band }: { band: Band }) {
  const [params] = useSearchParams();
  const at = (pathname: string, more: Record<string, string> = {}) => ({
    pathname: `../gather/${pathname}`,
    search: String(new URLSearchParams({ ...Object.fromEntries(params), ...more })),
  });
  const picture = band.backdrop.picture?.picture;
  return (
    <p className="origin row">
      {picture !== undefined && (
        <Link to={at('pictures', { picture })} relative="path" className="link">
          Its picture
        </Link>
      )}
      <Link to={at('pages')} relative="path" className="link">
        What stands in it
      </Link>
    </p>
  );
}
