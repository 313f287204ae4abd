import { Button, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useMemo, useState } from 'react';
import ReactCrop, { type PercentCrop } from 'react-image-crop';
import 'react-image-crop/dist/ReactCrop.css';
import { placeOfUseName } from '@hatrail/core/gather/places';
import { sizeForUses, usesOfPicture, type PictureUse } from '@hatrail/core/gather/pictureUses';
import { removePicture, usesOfPart } from '@hatrail/core/gather/uses';
import { layoutHeader } from '@hatrail/core/header/layout';
import type { Measure } from '@hatrail/core/measure/measure';
import type { Header } from '@hatrail/core/model/header';
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
import { usePictureChanges, type PictureChanges, type PixelBox } from './usePictureChanges.ts';

interface PictureDetailProps {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
  picture: Picture;
  onChosen: (id: string) => void;
}

/** One picture: what it shows, its focus and subject, what stays in view of it, and where it is used. */
export function PictureDetail({ siteId, loaded, header, picture, onChosen }: PictureDetailProps) {
  const { site } = loaded;
  const measure = useMeasure(loaded);
  const changing = usePictureChanges({ siteId, picture, onChosen });
  const uses = useMemo(
    () => (measure ? usesOfPicture(site, header, picture, STANDARD_WIDTHS, measure) : []),
    [site, header, picture, measure],
  );
  return (
    <section className="picture-detail" aria-label={picture.name}>
      <PictureStage loaded={loaded} picture={picture} uses={uses} changing={changing} />
      {changing.problem !== undefined && (
        <p className="field-error" role="alert">
          {changing.problem}
        </p>
      )}
      <InViewList loaded={loaded} picture={picture} uses={uses} />
      <SizesWanted picture={picture} uses={uses} />
      {measure && <BehindHeader loaded={loaded} header={header} picture={picture} measure={measure} />}
      <PictureWords picture={picture} change={changing.change} />
      <PicturePlaces siteId={siteId} site={site} picture={picture} onReplace={changing.replace} />
    </section>
  );
}

/** What fills a stage: a point that stays in view, a box round the subject, or the part to keep. */
const MODES = { focus: 'Focus', subject: 'Subject', crop: 'Crop' };
type Mode = keyof typeof MODES;

/** The picture itself, with what is set on it. */
function PictureStage({
  loaded,
  picture,
  uses,
  changing,
}: {
  loaded: LoadedSite;
  picture: Picture;
  uses: readonly PictureUse[];
  changing: PictureChanges;
}) {
  const [mode, setMode] = useState<Mode>('focus');
  const [crop, setCrop] = useState<PercentCrop>();
  const { change } = changing;
  return (
    <>
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
          {Object.entries(MODES).map(([value, name]) => (
            <ToggleButton key={value} value={value}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {!isVector(picture) && <TurnField onTurn={changing.turn} />}
        {mode === 'subject' && picture.subject && (
          <Button size="small" onClick={() => change('No subject', (draft) => void delete draft.subject)}>
            No subject
          </Button>
        )}
        {mode === 'crop' && <CropButtons picture={picture} uses={uses} crop={crop} onCrop={changing.crop} />}
      </div>
      {mode === 'focus' ? (
        <FocusStage
          loaded={loaded}
          picture={picture}
          onChange={(x, y) => change('Focus', (draft) => void (draft.focus = { x: tenth(x), y: tenth(y) }))}
        />
      ) : (
        <BoxStage
          key={mode}
          loaded={loaded}
          picture={picture}
          called={mode === 'subject' ? 'Box around the subject' : 'Part to keep'}
          box={mode === 'subject' ? picture.subject && { unit: '%', ...picture.subject } : crop}
          onBox={(box) => (mode === 'crop' ? setCrop(box) : setSubject(box, change))}
        />
      )}
    </>
  );
}

const isVector = ({ file }: Picture) => file.endsWith('.svg');
const tenth = (v: number) => Math.round(v * 10) / 10;

function setSubject({ x, y, width, height }: PercentCrop, change: PictureChanges['change']): void {
  if (width < 1 || height < 1) return;
  const subject = { x: tenth(x), y: tenth(y), width: tenth(width), height: tenth(height) };
  change('Subject', (draft) => void (draft.subject = subject));
}

/** A picture with a box on it that is drawn, moved and pulled at its handles. */
function BoxStage({
  loaded,
  picture,
  called,
  box,
  onBox,
}: {
  loaded: LoadedSite;
  picture: Picture;
  called: string;
  box: PercentCrop | undefined;
  onBox: (box: PercentCrop) => void;
}) {
  return (
    <ReactCrop
      {...(box && { crop: box })}
      onChange={(_, percent) => onBox(percent)}
      ariaLabels={{
        cropArea: called,
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
  );
}

/** A box of a percent crop in the pixels of a picture, one at least each way. */
function pixelsOf(crop: PercentCrop, picture: Picture): PixelBox {
  const px = (share: number, of: number) => Math.round((share * of) / 100);
  const [x, y] = [px(crop.x, picture.width), px(crop.y, picture.height)];
  return {
    x,
    y,
    width: Math.max(1, Math.min(picture.width - x, px(crop.width, picture.width))),
    height: Math.max(1, Math.min(picture.height - y, px(crop.height, picture.height))),
  };
}

/** Crops to the box that is drawn, or to what its widest use shows of it. */
function CropButtons({
  picture,
  uses,
  crop,
  onCrop,
}: {
  picture: Picture;
  uses: readonly PictureUse[];
  crop: PercentCrop | undefined;
  onCrop: (box: PixelBox) => void;
}) {
  const isDrawn = crop !== undefined && crop.width >= 1 && crop.height >= 1;
  const widest = uses.reduce<PictureUse | undefined>(
    (most, use) => (!most || use.box.width > most.box.width ? use : most),
    undefined,
  );
  return (
    <>
      <Button
        size="small"
        variant="contained"
        disabled={!isDrawn}
        onClick={() => isDrawn && onCrop(pixelsOf(crop, picture))}
      >
        Crop to the box
      </Button>
      {widest && !widest.repeats && (
        <Button
          size="small"
          variant="outlined"
          onClick={() => onCrop(cropRound(picture, widest.box, picture.focus ?? { x: 50, y: 50 }))}
        >
          Crop to {widest.name} at {widest.width}
        </Button>
      )}
    </>
  );
}

/** What its uses want of it, and how high it is where it shows whole. */
function SizesWanted({ picture, uses }: { picture: Picture; uses: readonly PictureUse[] }) {
  const [once, twice] = [1, 2].map((ratio) => sizeForUses(picture, uses, ratio));
  if (uses.length === 0 || isVector(picture) || !once || !twice) return null;
  const whole = STANDARD_WIDTHS.map((width) => `${width} × ${Math.round(wholeHeight(picture, width))}`);
  return (
    <p className="quiet">
      Its uses want {once.width} × {once.height} px, and {twice.width} × {twice.height} for screens of ratio
      2; it has {picture.width} × {picture.height}. It shows whole at {whole.join(', ')}.
    </p>
  );
}

/** Its name, and what it shows. */
function PictureWords({ picture, change }: { picture: Picture; change: PictureChanges['change'] }) {
  const setAlt = (alt: string) => change('Alternative text', (draft) => void (draft.alt = alt));
  return (
    <>
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
          onChange={(isDecorative) => setAlt(isDecorative ? '' : picture.name)}
        />
      </FieldRow>
      {picture.alt !== '' && (
        <FieldRow label="It shows">
          <TextInput
            label="What it shows, for those who do not see it"
            value={picture.alt}
            problem={byRule(Picture, 'alt')}
            onChange={setAlt}
          />
        </FieldRow>
      )}
    </>
  );
}

/** Where it is used, another file in its place, and taking it out. */
function PicturePlaces({
  siteId,
  site,
  picture,
  onReplace,
}: {
  siteId: string;
  site: Site;
  picture: Picture;
  onReplace: PictureChanges['replace'];
}) {
  const edit = useEditor((state) => state.edit);
  const places = usesOfPart(site, 'picture', picture.id);
  return (
    <>
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
            onReplace(
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
    </>
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
