import { needsOf } from '@hatrail/core/model/needs';
import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { contrastRatio } from '@hatrail/core/colour/contrast';
import { hexColour } from '@hatrail/core/colour/rgb';
import { freeId } from '@hatrail/core/model/freeId';
import { placeOfUseName } from '@hatrail/core/gather/places';
import { removePairing, usesOfPart } from '@hatrail/core/gather/uses';
import { momentName, momentsOf, type Header, type Moment } from '@hatrail/core/model/header';
import { Pairing, resolveColour, type ColourUse } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import { useEditor } from '../../editor/store.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { FieldRow, TextInput } from '../../parts/fields.tsx';
import { byRule } from '../../parts/rules.ts';
import { VerdictText } from '../../parts/Verdict.tsx';

/** Grounds with their inks by name, which bands and headers can wear. */
export function Pairings({ loaded, header }: { loaded: LoadedSite; header: Header }) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const add = () =>
    edit('New pairing', (draft) => {
      const list = (draft.pairings ??= []);
      const [first, last] = [at(site.palette, 0), site.palette.at(-1)!];
      list.push({
        id: freeId('pairing', list),
        name: `Pairing ${list.length + 1}`,
        ground: { swatch: last.id },
        ink: { swatch: first.id },
      });
    });
  return (
    <section className="pairings" aria-labelledby="pairings-title">
      <div className="section-head">
        <div>
          <h2 id="pairings-title">Pairings</h2>
          <p className="quiet">A ground with the inks that go on it. Bands wear one, and so does a header.</p>
        </div>
        <Button variant="outlined" size="small" onClick={add}>
          Add a pairing
        </Button>
      </div>
      <ul className="pairing-list">
        {(site.pairings ?? []).map((pairing) => (
          <li key={pairing.id}>
            <PairingCard loaded={loaded} header={header} pairing={pairing} />
          </li>
        ))}
      </ul>
    </section>
  );
}

const INKS = [
  ['ink', 'Ink'],
  ['hover', 'Hovered'],
  ['current', 'Current page'],
] as const;

function PairingCard({ loaded, header, pairing }: { loaded: LoadedSite; header: Header; pairing: Pairing }) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const change = (label: string, make: (draft: Pairing) => void) =>
    edit(
      label,
      (draft) => make(draft.pairings!.find(({ id }) => id === pairing.id)!),
      `${pairing.id} ${label}`,
    );
  const ground = resolveColour(site.palette, pairing.ground);
  const worn = usesOfPart(site, 'pairing', pairing.id);
  const contrastOf = (use: ColourUse) => contrastRatio(resolveColour(site.palette, use), ground);
  const ink = hexColour(resolveColour(site.palette, pairing.ink));
  return (
    <article className="pairing" aria-label={`Pairing ${pairing.name}`}>
      <div className="pairing-sample" style={{ background: hexColour(ground), color: ink }}>
        Words and <span style={{ textDecoration: 'underline' }}>a link</span>
      </div>
      <FieldRow label="Name">
        <TextInput
          label="Name of the pairing"
          value={pairing.name}
          problem={byRule(Pairing, 'name')}
          onChange={(name) => change('Name of a pairing', (draft) => void (draft.name = name))}
        />
      </FieldRow>
      <FieldRow label="Ground">
        <ColourField
          label={`Ground of ${pairing.name}`}
          palette={site.palette}
          use={pairing.ground}
          onChange={(use) => change('Ground of a pairing', (draft) => void (draft.ground = use))}
        />
      </FieldRow>
      {INKS.map(([key, label]) => {
        const use = pairing[key] ?? pairing.ink;
        const contrast = contrastOf(use);
        return (
          <FieldRow key={key} label={label}>
            <span className="row">
              <ColourField
                label={`${label} of ${pairing.name}`}
                palette={site.palette}
                use={use}
                onChange={(next) => change(`${label} of a pairing`, (draft) => void (draft[key] = next))}
              />
              <VerdictText verdict={verdictOf(contrast, needsOf(site).text)} contrast={contrast} />
            </span>
          </FieldRow>
        );
      })}
      <p className="quiet">
        {worn.length === 0
          ? 'Worn by nothing yet. A band takes it under Pages.'
          : `Worn by ${worn.map(({ path }) => placeOfUseName(site, path)).join('; ')}.`}
      </p>
      <div className="row">
        {momentsOf(header).map((moment) => (
          <WearIt key={moment} header={header} pairing={pairing} moment={moment} />
        ))}
        <Button
          size="small"
          onClick={() => edit(`Remove ${pairing.name}`, (draft) => removePairing(draft as Site, pairing.id))}
        >
          Remove
        </Button>
      </div>
    </article>
  );
}

/** Has a moment of the header wear a pairing, or wear it no more. */
function WearIt({ header, pairing, moment }: { header: Header; pairing: Pairing; moment: Moment }) {
  const edit = useEditor((state) => state.edit);
  const isWorn = header.looks[moment]?.pairing === pairing.id;
  return (
    <Button
      size="small"
      variant={isWorn ? 'contained' : 'outlined'}
      aria-pressed={isWorn}
      onClick={() =>
        edit(`${pairing.name}, ${momentName(header, moment)}`, (draft) => {
          const { looks } = draft.headers.find(({ id }) => id === header.id)!;
          const look = (looks[moment] ??= {});
          if (isWorn) delete look.pairing;
          else {
            look.pairing = pairing.id;
            // What the pairing sets would not be seen beneath colours of the moment's own.
            if (look.fill) delete look.fill.colour;
            for (const key of ['link', 'hover', 'current'] as const) delete look.ink?.[key];
          }
        })
      }
    >
      {isWorn ? 'Worn' : 'Wear it'} {momentName(header, moment).toLowerCase()}
    </Button>
  );
}
