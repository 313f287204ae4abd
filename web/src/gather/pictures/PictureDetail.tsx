import { Button, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useMemo, useState } from 'react';
import ReactCrop, { type PercentCrop } from 'react-image-crop';
import 'react-image-crop/dist/ReactCrop.css';
import { placeOfUseName } from '@hatrail/core/gather/places';
import { sizeForUses, usesOfPicture } from '@hatrail/core/gather/pictureUses';
import { removePicture, useInstead as putInstead, usesOfPart } from '@hatrail/core/gather/uses';
import { layoutHeader } from '@hatrail/core/header/layout';
import type { Measure } from '@hatrail/core/measure/measure';
import type { Header } from '@hatrail/core/model/header';
import { turnPlaces, turnedPicture } from '@hatrail/core/gather/turned';
import { Picture } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';
import { TURNS, type Turn } from '@hatrail/core/model/turns';
import { cropRound, inView, pixelsNeeded, wholeHeight } from '@hatrail/core/page/inView';
import { GREATEST_WIDTH, STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { api } from '../../api.ts';
import { useMeasure } from '../../dress/view.ts';
import { useEditor } from '../../editor/store.ts';
import { pictureUrl } from '../../engine/picturePixels.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { ChoiceField, OnOff, FieldRow, TextInput } from '../../parts/fields.tsx';
import { byRule } from '../../parts/rules.ts';
import { FocusStage } from './FocusStage.tsx';
import { InViewList } from './InViewList.tsx';
import { keepTaken } from './takeIn.ts';

interface PictureDetailProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  picture: Picture;
  onChosen: (id: string) => void;
}

type Mode = 'focus' | 'subject' | 'crop';

/** One picture: what it shows, its focus and subject, what stays in view of it, and where it is used. */
export function PictureDetail({ siteId, loaded, header, picture, onChosen }: PictureDetailProps) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const [mode, setMode] = useState<Mode>('focus');
  const [crop, setCrop] = useState<PercentCrop>();
  const [problem, setProblem] = useState<string>();
  const measure = useMeasure(loaded);
  const places = usesOfPart(site, 'picture', picture.id);
  const uses = useMemo(
    () => (measure ? usesOfPicture(site, header, picture, STANDARD_WIDTHS, measure) : []),
    [site, header, picture, measure],
  );
  const change = (label: string, make: (draft: Picture) => void) =>
    edit(
      label,
      (draft) => make(draft.pictures.find(({ id }) => id === picture.id)!),
      `${picture.id} ${label}`,
    );
  const round = (v: number) => Math.round(v * 10) / 10;

  /** Puts another file in this picture's place; its uses, name and words stay. */
  const replace = async (
    take: () => ReturnType<typeof api.takeFile>,
    label: string,
    carry: (draft: Site, next: Picture) => void,
  ) => {
    setProblem(undefined);
    try {
      const taken = await take();
      const made = keepTaken(taken, picture.name, label, (draft, next) => {
        next.alt = picture.alt;
        carry(draft, next);
        draft.pictures.pop();
        putInstead(draft, 'picture', picture.id, next.id);
        const at = draft.pictures.findIndex(({ id }) => id === picture.id);
        draft.pictures.splice(at, 1, next);
      });
      onChosen(made.id);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const cropTo = (box: { x: number; y: number; width: number; height: number }) =>
    replace(
      () => api.crop(siteId, picture.id, box),
      'Crop a picture',
      () => undefined,
    );
  const turn = (how: Turn) =>
    replace(
      () => api.turn(siteId, picture.id, how),
      'Turn a picture',
      (draft, next) => {
        Object.assign(next, turnedPicture(picture, how));
        turnPlaces(draft, picture.id, how);
      },
    );
  const cropFree = () => {
    if (!crop || crop.width < 1 || crop.height < 1) return;
    const px = (share: number, of: number) => Math.round((share * of) / 100);
    const x = px(crop.x, picture.width);
    const y = px(crop.y, picture.height);
    void cropTo({
      x,
      y,
      width: Math.max(1, Math.min(picture.width - x, px(crop.width, picture.width))),
      height: Math.max(1, Math.min(picture.height - y, px(crop.height, picture.height))),
    });
  };
  const widest = uses.reduce<(typeof uses)[0] | undefined>(
    (most, use) => (!most || use.box.width > most.box.width ? use : most),
    undefined,
  );
  const needed = [1, 2].map((ratio) => sizeForUses(picture, uses, ratio));
  const isVector = picture.file.endsWith('.svg');
  return (
    <section className="picture-detail" aria-label={picture.name}>
      <div className="row">
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="What is set on the picture"
          value={mode}
          onChange={(_, next: Mode | null) => {
            if (next) setMode(next);
            setCrop(undefined);
          }}
        >
          <ToggleButton value="focus">Focus</ToggleButton>
          <ToggleButton value="subject">Subject</ToggleButton>
          <ToggleButton value="crop">Crop</ToggleButton>
        </ToggleButtonGroup>
        {!isVector && <TurnField onTurn={(how) => void turn(how)} />}
        {mode === 'subject' && picture.subject && (
          <Button size="small" onClick={() => change('No subject', (draft) => void delete draft.subject)}>
            No subject
          </Button>
        )}
        {mode === 'crop' && (
          <>
            <Button size="small" variant="contained" disabled={!crop || crop.width < 1} onClick={cropFree}>
              Crop to the box
            </Button>
            {widest && !widest.repeats && (
              <Button
                size="small"
                variant="outlined"
                onClick={() => void cropTo(cropRound(picture, widest.box, picture.focus ?? { x: 50, y: 50 }))}
              >
                Crop to {widest.name} at {widest.width}
              </Button>
            )}
          </>
        )}
      </div>
      {mode === 'focus' ? (
        <FocusStage
          loaded={loaded}
          picture={picture}
          onChange={(x, y) => change('Focus', (draft) => void (draft.focus = { x: round(x), y: round(y) }))}
        />
      ) : (
        <ReactCrop
          key={mode}
          {...(mode === 'subject'
            ? { crop: picture.subject ? { unit: '%' as const, ...picture.subject } : undefined! }
            : { crop: crop! })}
          onChange={(_, percent) => {
            if (mode === 'crop') return setCrop(percent);
            if (percent.width < 1 || percent.height < 1) return;
            const box = { x: percent.x, y: percent.y, width: percent.width, height: percent.height };
            const subject = Object.fromEntries(
              Object.entries(box).map(([key, v]) => [key, round(v)]),
            ) as typeof box;
            change('Subject', (draft) => void (draft.subject = subject));
          }}
          ariaLabels={{
            cropArea: mode === 'subject' ? 'Box around the subject' : 'Part to keep',
            nwDragHandle: 'Upper left corner',
            nDragHandle: 'Upper edge',
            neDragHandle: 'Upper right corner',
            eDragHandle: 'Right edge',
            seDragHandle: 'Lower right corner',
            sDragHandle: 'Lower edge',
            swDragHandle: 'Lower left corner',
            wDragHandle: 'Left edge',
          }}
        >
          <img
            className="picture-stage"
            src={pictureUrl(loaded, picture.id, 640)}
            alt={picture.alt || picture.name}
          />
        </ReactCrop>
      )}
      {problem !== undefined && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      <InViewList loaded={loaded} picture={picture} uses={uses} />
      {uses.length > 0 && !isVector && needed[0] && needed[1] && (
        <p className="quiet">
          Its uses want {needed[0].width} × {needed[0].height} px, and {needed[1].width} × {needed[1].height}{' '}
          for screens of ratio 2; it has {picture.width} × {picture.height}. It shows whole at{' '}
          {STANDARD_WIDTHS.map((width) => `${width} × ${Math.round(wholeHeight(picture, width))}`).join(', ')}
          .
        </p>
      )}
      {measure && <BehindHeader loaded={loaded} header={header} picture={picture} measure={measure} />}
      <FieldRow label="Name">
        <TextInput
          label="Name of the picture"
          value={picture.name}
          problem={byRule(Picture, 'name')}
          onChange={(name) => change('Name of a picture', (draft) => void (draft.name = name))}
        />
      </FieldRow>
      <FieldRow label="Decorative">
        <OnOff
          label="It only decorates"
          value={picture.alt === ''}
          onChange={(isDecorative) =>
            change('Alternative text', (draft) => void (draft.alt = isDecorative ? '' : picture.name))
          }
        />
      </FieldRow>
      {picture.alt !== '' && (
        <FieldRow label="It shows">
          <TextInput
            label="What it shows, for those who do not see it"
            value={picture.alt}
            problem={byRule(Picture, 'alt')}
            onChange={(alt) => change('Alternative text', (draft) => void (draft.alt = alt))}
          />
        </FieldRow>
      )}
      <h2>
        {places.length === 0
          ? 'Not used yet'
          : `Used in ${places.length} ${places.length === 1 ? 'place' : 'places'}`}
      </h2>
      {places.length === 0 && <p className="quiet">A band takes it as its backdrop under Pages.</p>}
      <ul className="plain-list">
        {places.map(({ path }) => (
          <li key={path.join(' ')}>{placeOfUseName(site, path)}</li>
        ))}
      </ul>
      <div className="row">
        <FileButton
          label="Replace, keep its uses"
          accept=".jpg,.jpeg,.png,.webp,.avif,.svg"
          size="small"
          onFiles={([file]) =>
            file &&
            void replace(
              () => api.takeFile(siteId, file, file.name),
              'Replace a picture',
              (_, next) => {
                if (picture.focus) next.focus = picture.focus;
                if (picture.subject) next.subject = picture.subject;
              },
            )
          }
        />
        <Button
          size="small"
          onClick={() => edit(`Remove ${picture.name}`, (draft) => removePicture(draft, picture.id))}
        >
          Remove{places.length > 0 ? ' everywhere' : ''}
        </Button>
      </div>
    </section>
  );
}

const TURN_NAMES: Record<Turn, string> = {
  left: 'a quarter to the left',
  right: 'a quarter to the right',
  sideways: 'over, left to right',
  'upside down': 'over, top to bottom',
};

/** Turns the picture wherever it is used; focus and subject go along. */
function TurnField({ onTurn }: { onTurn: (how: Turn) => void }) {
  return (
    <ChoiceField
      label="Turn the picture"
      value=""
      options={[['', 'Turn…'] as const, ...TURNS.map((how) => [how, TURN_NAMES[how]] as const)]}
      onChange={(how) => how !== '' && onTurn(how)}
    />
  );
}

/** What the header would want of a picture that fills it: its height is padding and contents, its width the widest screen's. */
function BehindHeader({
  loaded,
  header,
  picture,
  measure,
}: {
  loaded: LoadedSite;
  header: Header;
  picture: Picture;
  measure: Measure;
}) {
  const { bar } = layoutHeader(loaded.site, header, GREATEST_WIDTH, measure);
  const [once, twice] = [1, 2].map((ratio) => pixelsNeeded(picture, bar, ratio));
  return (
    <p className="quiet">
      {header.name} is {Math.round(bar.width)} × {Math.round(bar.height)} px at {GREATEST_WIDTH}: to fill it,
      this picture wants {once!.width} × {once!.height} px, {twice!.width} × {twice!.height} at ratio 2, and{' '}
      {Math.round(inView(picture, bar, { size: 'cover', x: 50, y: 50 }, picture).part.height)} % of its height
      would be seen.
    </p>
  );
}
