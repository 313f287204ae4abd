import { IconButton } from '@mui/material';
import { X } from '@phosphor-icons/react/dist/csr/X';
import { TakeTurns, backdropPictures } from '@hatrail/core/model/layer';
import type { Band } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, FieldRow } from '../../parts/fields.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';

/** Seconds that each is seen where nothing is said yet. */
const USUAL_EVERY = 6;
/** As many beside the first as the model takes. */
const MOST = 5;

/** The pictures that take turns with a band's own. */
export function TakeTurnsFields({
  site,
  band,
  change,
}: {
  site: Site;
  band: Band;
  change: (label: string, make: (draft: Band) => void) => void;
}) {
  const page = site.pages.find(({ bands }) => bands.includes(band));
  const other = page?.bands.find((each) => each !== band && backdropPictures(each.backdrop).length > 1);
  const { pictures = [], every = USUAL_EVERY } = band.backdrop.picture?.takeTurns ?? {};
  const set = (label: string, next: string[], seconds = every) =>
    change(label, ({ backdrop: { picture } }) => {
      if (next.length > 0) picture!.takeTurns = { pictures: next, every: seconds };
      else delete picture!.takeTurns;
    });
  if (other && pictures.length === 0)
    return (
      <FieldRow label="Takes turns">
        <span className="origin">
          Pictures take turns in {other.name} already: on a page they do in one band.
        </span>
      </FieldRow>
    );
  return (
    <FieldRow label="Takes turns">
      <span className="take-turns">
        {pictures.map((id, i) => {
          const name = site.pictures.find((picture) => picture.id === id)?.name ?? id;
          return (
            <span key={`${id} ${i}`} className="row">
              with {name}
              <IconButton
                size="small"
                aria-label={`Let ${name} not take turns`}
                onClick={() =>
                  set(
                    `${name} takes turns no more`,
                    pictures.filter((_, at) => at !== i),
                  )
                }
              >
                <X />
              </IconButton>
            </span>
          );
        })}
        <span className="row">
          {pictures.length < MOST && (
            <ChoiceField
              label="Another picture that takes turns"
              value=""
              options={[
                ['', pictures.length > 0 ? 'and with another' : 'with no other'] as const,
                ...site.pictures
                  .filter(({ id }) => id !== band.backdrop.picture?.picture && !pictures.includes(id))
                  .map(({ id, name }) => [id, name] as const),
              ]}
              onChange={(id) => id !== '' && set('A picture that takes turns', [...pictures, id])}
            />
          )}
          {pictures.length > 0 && (
            <RuleNumber
              of={[TakeTurns, 'every']}
              label="How long each picture is seen"
              unit="s each"
              value={every}
              onChange={(seconds) => set('How long each picture is seen', pictures, seconds)}
            />
          )}
        </span>
        {pictures.length > 0 && (
          <span className="origin">
            Each is judged, and the worst counts. Visitors can let them stay; where less motion is asked for,
            the first stays.
          </span>
        )}
      </span>
    </FieldRow>
  );
}
