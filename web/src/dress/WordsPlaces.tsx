import { Button } from '@mui/material';
import { at } from '@hatrail/core/lists';
import type { Header } from '@hatrail/core/model/header';
import { WORDS_PLACES, type Page, type WordsPlace } from '@hatrail/core/model/page';
import type { BandReading } from '@hatrail/core/sweep/words';
import { useAsked } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { readBandAt } from '../engine/proof.ts';
import { VerdictText } from '../parts/Verdict.tsx';
import { worstWord } from './bandRemedy.ts';

/** The places by their names. */
export const PLACE_NAMES: Record<WordsPlace, string> = {
  start: 'at the start',
  middle: 'in the middle',
  end: 'at the end',
};

interface WordsPlacesProps {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  width: number;
  onTake: (place: WordsPlace) => void;
}

/** What is read of the words at one place. */
interface ReadPlace {
  place: WordsPlace;
  readings: BandReading[];
}

async function readPlaces(
  loaded: LoadedSite,
  header: Header,
  { page, width }: { page: Page; width: number },
  signal: AbortSignal,
): Promise<ReadPlace[]> {
  const { site } = loaded;
  return Promise.all(
    WORDS_PLACES.map(async (place) => {
      const bands = page.bands.map((band, i) =>
        i === 0 ? { ...band, words: { ...band.words, place } } : band,
      );
      const pages = site.pages.map((each) => (each.id === page.id ? { ...page, bands } : each));
      const tried = { ...loaded, site: { ...site, pages } };
      const asked = { pageId: page.id, band: 0, beside: [{ width }] };
      return { place, readings: await readBandAt(tried, header.id, asked, { signal }) };
    }),
  );
}

/** Where the words of the opening band read best, beside the picture's subject: each place, read at the usual widths and that on screen. */
export function WordsPlaces({ loaded, header, page, width, onTake }: WordsPlacesProps) {
  const asked = useAsked(['words places', siteKey(loaded), keyOf([header, page, width])], ({ signal }) =>
    readPlaces(loaded, header, { page, width }, signal),
  );
  if (!asked.isAsked)
    return (
      <p className="origin">
        <button type="button" className="link" onClick={asked.ask}>
          Where do they read best?
        </button>
      </p>
    );
  if (asked.failure !== undefined)
    return <p role="alert">They could not be read: {asked.failure} Try again.</p>;
  if (!asked.data)
    return (
      <p className="quiet" role="status">
        The words are being read at the start, in the middle and at the end, at the usual widths and at this
        one.{' '}
        <button type="button" className="link" onClick={asked.stop}>
          Stop
        </button>
      </p>
    );
  const now = at(page.bands, 0).words?.place ?? 'start';
  return (
    <ul className="panel-verdicts words-places">
      {asked.data.map(({ place, readings }) => (
        <PlaceRow key={place} place={place} readings={readings} isNow={place === now} onTake={onTake} />
      ))}
    </ul>
  );
}

function PlaceRow({
  place,
  readings,
  isNow,
  onTake,
}: ReadPlace & { isNow: boolean; onTake: (place: WordsPlace) => void }) {
  const worst = worstWord(readings);
  const covered = readings.flatMap(({ subjectCovered }) => subjectCovered ?? []);
  return (
    <li>
      <span>
        {PLACE_NAMES[place]}
        {covered.length > 0 && (
          <span className="quiet">
            , over {Math.round(100 * Math.max(...covered))} % of the subject at most
          </span>
        )}
      </span>
      {worst && <VerdictText verdict={worst.verdict} contrast={worst.contrast} />}
      {isNow ? (
        <span className="quiet">now</span>
      ) : (
        <Button
          size="small"
          aria-label={`Put them there: ${PLACE_NAMES[place]}`}
          onClick={() => onTake(place)}
        >
          Put them there
        </Button>
      )}
    </li>
  );
}
