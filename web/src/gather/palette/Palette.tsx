import { needsOf } from '@hatrail/core/model/needs';
import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { useOutletContext } from 'react-router';
import { hexColour } from '@hatrail/core/colour/rgb';
import { freeId } from '@hatrail/core/model/freeId';
import { pairsInUse, swatchPairs } from '@hatrail/core/gather/pairs';
import { usesOf, withSwatch } from '@hatrail/core/gather/swatches';
import { resolveColour, type Swatch } from '@hatrail/core/model/palette';
import type { EditorContext } from '../../editor/Editor.tsx';
import { useEditor } from '../../editor/store.ts';
import { Head } from '../Head.tsx';
import { ChangeCard } from './ChangeCard.tsx';
import { ContrastRod } from './ContrastRod.tsx';
import { Pairings } from './Pairings.tsx';
import { PaletteSources } from './PaletteSources.tsx';
import { SwatchTag } from './SwatchTag.tsx';
import { Uses } from './Uses.tsx';

/** The palette on its contrast rod: a change to a swatch that is used is looked at before it is kept. */
export function Palette() {
  const { loaded, place } = useOutletContext<EditorContext>();
  const edit = useEditor((state) => state.edit);
  const { site } = loaded;
  const [chosenId, setChosen] = useState(site.palette[0]?.id);
  const [pending, setPending] = useState<Swatch>();
  const chosen = site.palette.find(({ id }) => id === chosenId) ?? site.palette[0];
  const palette = useMemo(
    () => (pending ? withSwatch(site.palette, pending) : site.palette),
    [site.palette, pending],
  );
  const changed = useMemo(
    () => (pending ? { ...loaded, site: { ...site, palette } } : loaded),
    [loaded, site, palette, pending],
  );
  const pairs = useMemo(() => swatchPairs(pairsInUse(changed.site)), [changed]);

  /** A swatch that nothing uses changes at once; one that is used is shown with what it changes. */
  const change = (id: string, colour: string) => {
    const swatch = site.palette.find((candidate) => candidate.id === id)!;
    setChosen(id);
    if (usesOf(site, id).length > 0) {
      const isBack =
        hexColour(resolveColour([{ ...swatch, colour }], { swatch: id })) === hexOf(site.palette, id);
      setPending(isBack ? undefined : { ...swatch, colour });
    } else {
      edit(
        `Colour of ${swatch.name}`,
        (draft) => {
          draft.palette.find((candidate) => candidate.id === id)!.colour = colour;
        },
        `swatch ${id}`,
      );
    }
  };
  const choose = (id: string) => {
    setChosen(id);
    if (pending?.id !== id) setPending(undefined);
  };
  const add = () => {
    const id = freeId('colour', site.palette);
    const name = `Colour ${site.palette.length + 1}`;
    edit('New swatch', (draft) => void draft.palette.push({ id, name, colour: '#8a8a8a' }));
    setPending(undefined);
    setChosen(id);
  };
  const lost = pairs.filter(({ verdict }) => verdict !== 'clear').length;
  const says =
    `${count(site.palette.length)} hung by how light they are; the distance between two is their contrast. ` +
    (lost > 0
      ? `${lost} of ${pairs.length} pairs in use are not clear.`
      : `All ${pairs.length} pairs in use are clear.`);
  return (
    <>
      <Head title="Palette" says={says}>
        <PaletteSources loaded={loaded} header={place.header} page={place.page} />
        <Button variant="contained" onClick={add}>
          Add
        </Button>
      </Head>
      <ContrastRod
        palette={palette}
        needs={needsOf(loaded.site)}
        pairs={pairs}
        chosen={chosen?.id}
        onChoose={choose}
        onMove={change}
      />
      {chosen && (
        <div className="palette-below">
          <SwatchTag
            key={chosen.id}
            loaded={loaded}
            swatch={chosen}
            colour={pending?.id === chosen.id ? pending.colour : chosen.colour}
            onColour={(colour) => change(chosen.id, colour)}
            onGone={() => setChosen(undefined)}
          />
          <Uses loaded={loaded} header={place.header} swatch={chosen} />
          {pending ? (
            <ChangeCard
              loaded={loaded}
              changed={changed}
              header={place.header}
              page={place.page}
              pending={pending}
              onDone={() => setPending(undefined)}
            />
          ) : (
            <section className="change-card">
              <h2>Before it changes</h2>
              <p className="quiet">
                Drag a swatch along the rod, or give it another colour: every verdict that changes is shown
                here before it is kept.
              </p>
            </section>
          )}
        </div>
      )}
      <Pairings loaded={loaded} header={place.header} />
    </>
  );
}

const hexOf = (palette: readonly Swatch[], id: string) => hexColour(resolveColour(palette, { swatch: id }));
const count = (n: number) => (n === 1 ? 'One swatch' : `${n} swatches`);
