import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { useState } from 'react';
import { HexColorPicker } from 'react-colorful';
import { hexColour, parseColour } from '@hatrail/core/colour/rgb';
import { removeSwatch, usesOf } from '@hatrail/core/gather/swatches';
import { resolveColour, Swatch } from '@hatrail/core/model/palette';
import { colourMessage } from '@hatrail/core/model/rules';
import { useEditor } from '../../editor/store.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { ChoiceField, FieldRow, TextInput } from '../../parts/fields.tsx';
import { PixelPicker } from '../../parts/PixelPicker.tsx';
import { byRule } from '../../parts/rules.ts';

interface SwatchTagProps {
  loaded: LoadedSite;
  swatch: Swatch;
  /** As it is shown: its own, or the one that is being looked at. */
  colour: string;
  onColour: (colour: string) => void;
  onGone: () => void;
}

/** The chosen swatch's tag: name, colour, its place in the list, and the way out. */
export function SwatchTag({ loaded, swatch, colour, onColour, onGone }: SwatchTagProps) {
  const { palette } = loaded.site;
  const edit = useEditor((state) => state.edit);
  const [isLeaving, setLeaving] = useState(false);
  const index = palette.findIndex(({ id }) => id === swatch.id);
  const isSound = (text: string) => (parseColour(text)?.a === 1 ? undefined : colourMessage(text));
  const hex = hexColour(resolveColour([{ ...swatch, colour }], { swatch: swatch.id }));
  const reorder = (by: number) =>
    edit(`Move ${swatch.name}`, (draft) => {
      const [moved] = draft.palette.splice(index, 1);
      draft.palette.splice(index + by, 0, moved!);
    });
  const remove = () => {
    if (usesOf(loaded.site, swatch.id).length > 0) return setLeaving(true);
    edit(`Remove ${swatch.name}`, (draft) => {
      draft.palette = draft.palette.filter(({ id }) => id !== swatch.id);
    });
    onGone();
  };
  return (
    <section className="tag" aria-label={`Swatch ${swatch.name}`}>
      <FieldRow label="Name">
        <TextInput
          label="Name of the swatch"
          value={swatch.name}
          problem={byRule(Swatch, 'name')}
          onChange={(name) =>
            edit(
              'Name of a swatch',
              (draft) => void (at(draft.palette, index).name = name),
              `name ${swatch.id}`,
            )
          }
        />
      </FieldRow>
      <FieldRow label="Colour">
        <TextInput
          label="Any CSS colour"
          value={colour}
          problem={isSound}
          onChange={(text) => onColour(text.trim())}
        />
      </FieldRow>
      <HexColorPicker
        color={hex}
        onChange={(next) => next !== hex && onColour(next)}
        style={{ width: '100%', height: 104 }}
      />
      <div className="row tag-acts">
        <PixelPicker loaded={loaded} onPick={onColour} />
        <Button size="small" disabled={index === 0} onClick={() => reorder(-1)}>
          Earlier
        </Button>
        <Button size="small" disabled={index === palette.length - 1} onClick={() => reorder(1)}>
          Later
        </Button>
        <Button size="small" disabled={palette.length === 1} onClick={remove}>
          Remove
        </Button>
      </div>
      {isLeaving && (
        <TakeOver loaded={loaded} swatch={swatch} onClose={() => setLeaving(false)} onGone={onGone} />
      )}
    </section>
  );
}

/** A swatch that is used goes only once another takes its place. */
function TakeOver({
  loaded,
  swatch,
  onClose,
  onGone,
}: {
  loaded: LoadedSite;
  swatch: Swatch;
  onClose: () => void;
  onGone: () => void;
}) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const others = site.palette.filter(({ id }) => id !== swatch.id);
  const own = swatch.colour;
  const [instead, setInstead] = useState(others[0]?.id ?? '');
  const count = usesOf(site, swatch.id).length;
  return (
    <div className="tag-note" role="group" aria-label={`Remove ${swatch.name}`}>
      <p>
        {swatch.name} is used in {count} {count === 1 ? 'place' : 'places'}. What takes its place there?
      </p>
      <ChoiceField
        label="What takes its place"
        value={instead}
        options={[
          ...others.map(({ id, name }) => [id, name] as const),
          ['', `${own}, as a colour of its own`] as const,
        ]}
        onChange={setInstead}
      />
      <div className="row">
        <Button
          size="small"
          variant="contained"
          onClick={() => {
            edit(`Remove ${swatch.name}`, (draft) =>
              removeSwatch(draft, swatch.id, instead === '' ? { colour: own } : { swatch: instead }),
            );
            onGone();
          }}
        >
          Remove it
        </Button>
        <Button size="small" variant="outlined" onClick={onClose}>
          Keep it
        </Button>
      </div>
    </div>
  );
}
