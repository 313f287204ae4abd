import { at as elementAt } from '@hatrail/core/lists';
import { PICTURES } from './pictureTypes.ts';
import { Button } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { Link, useLocation, useOutletContext } from 'react-router';
import { headerItems, itemsOf, type Header } from '@hatrail/core/model/header';
import { ItemStep, LogoItem, NameItem } from '@hatrail/core/model/item';
import { LOGO_VARIANTS, LOGO_VARIANT_NAMES, SiteLogo, type LogoVariant } from '@hatrail/core/model/picture';
import { Site } from '@hatrail/core/model/site';
import type { EditorContext } from '../../editor/Editor.tsx';
import { useEditor } from '../../editor/store.ts';
import { ByWidth } from '../../parts/ByWidth.tsx';
import { changeHeader } from '../../editor/edits.ts';
import { changeItem, hang } from '../../hang/edits.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { ChoiceField, OnOff, FieldRow, TextInput } from '../../parts/fields.tsx';
import { RuleNumber, type RuleOf } from '../../parts/RuleNumber.tsx';
import { steppedNumber } from '../../parts/steppedNumber.ts';
import { byRule } from '../../parts/rules.ts';
import { Head } from '../Head.tsx';
import { takeInPicture } from '../pictures/takeIn.ts';
import { VariantCard } from './VariantCard.tsx';

/** The logo: its variants, each on light, dark and the site's pictures, and how it stands in the header. */
export function LogoScreen() {
  const { siteId, loaded, place } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const { variants } = site.logo;
  const [problem, setProblem] = useState<string>();
  const has = LOGO_VARIANTS.filter((variant) => variants[variant] !== undefined);
  const bringIn = async (variant: LogoVariant, [file]: File[]) => {
    if (!file) return;
    setProblem(undefined);
    try {
      await takeInPicture(siteId, file, file.name, `Logo, ${variant}`, (draft, picture) => {
        draft.logo.variants[variant] = picture.id;
      });
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      <Head
        title="Logo"
        says={
          has.length === 0
            ? 'Bring in the logo as SVG, PNG, JPEG or WebP. Until then the site’s name stands in its place.'
            : 'Each variant on light, on dark, on the header’s own even grounds and on the site’s pictures; marks and logos need 3.'
        }
      />
      {problem !== undefined && (
        <p className="note-error" role="alert">
          {problem}
        </p>
      )}
      <div className="variants">
        {LOGO_VARIANTS.map((variant) => {
          const picture = site.pictures.find(({ id }) => id === variants[variant]);
          return picture ? (
            <VariantCard
              key={variant}
              siteId={siteId}
              loaded={loaded}
              header={place.header}
              variant={variant}
              picture={picture}
              onProblem={setProblem}
            />
          ) : (
            <section key={variant} className="variant variant-empty" aria-label={LOGO_VARIANT_NAMES[variant]}>
              <h2>{LOGO_VARIANT_NAMES[variant]}</h2>
              <p className="quiet">
                {has.length === 0
                  ? 'None yet.'
                  : `None; the ${has[0]} one stands in. Bring one in, or make it from another variant.`}
              </p>
              <FileButton
                label={`Bring in the ${variant === 'single' ? 'one-colour' : variant} logo`}
                accept={PICTURES}
                size="small"
                onFiles={(files) => void bringIn(variant, files)}
              />
            </section>
          );
        })}
      </div>
      <InHeader />
    </>
  );
}

type Shown = 'logo' | 'name' | 'both' | 'none';

/** Hangs of logo and name what is to be shown; what is not goes to the spare rod. */
function hangLogoAndName(draft: Header, next: Shown): void {
  const want = { logo: next === 'logo' || next === 'both', name: next === 'name' || next === 'both' };
  for (const kind of ['name', 'logo'] as const) {
    const hung = draft.rails.flatMap(itemsOf).find((item) => item.kind === kind);
    const spare = draft.spare?.find((item) => item.kind === kind);
    if (!want[kind] && hung) hang(draft, hung.id, { rail: 'spare', place: 'start', index: 99 });
    if (want[kind] && !hung && spare) hang(draft, spare.id, { rail: 0, place: 'start', index: 0 });
    if (want[kind] && !hung && !spare) {
      elementAt(draft.rails, 0).start.unshift(
        kind === 'logo' ? { kind, id: 'logo', height: 40 } : { kind, id: 'name', size: 22, tagline: false },
      );
    }
  }
  // The name follows the logo.
  const start = elementAt(draft.rails, 0).start;
  const at = start.findIndex(({ kind }) => kind === 'logo');
  const nameAt = start.findIndex(({ kind }) => kind === 'name');
  if (at >= 0 && nameAt >= 0 && nameAt < at) {
    const [moved] = start.splice(nameAt, 1);
    start.splice(at, 0, moved!);
  }
}

/** How logo and name stand in the header that is worked on. */
function InHeader() {
  const { loaded, place } = useOutletContext<EditorContext>();
  const { search } = useLocation();
  const { site } = loaded;
  const { header } = place;
  const items = headerItems(header);
  const logo = items.find((item): item is LogoItem => item.kind === 'logo');
  const name = items.find((item): item is NameItem => item.kind === 'name');
  const shown: Shown = logo && name ? 'both' : logo ? 'logo' : name ? 'name' : 'none';
  const show = (next: Shown) =>
    changeHeader(header.id, 'Logo and name', (draft) => hangLogoAndName(draft, next));
  return (
    <section className="in-header" aria-labelledby="in-header">
      <h2 id="in-header">In {header.name}</h2>
      <div className="in-header-columns">
        <div className="tag">
          <FieldRow label="Shows">
            <ChoiceField<Shown>
              label="What the header shows"
              value={shown}
              options={[
                ['logo', 'The logo'],
                ['both', 'Logo and site name'],
                ['name', 'The site name instead'],
                ['none', 'Neither'],
              ]}
              onChange={show}
            />
          </FieldRow>
          <LogoWords site={site} />
          <p className="quiet">Logo and name lead home, and are read out as “{site.logo.alt}, home”.</p>
        </div>
        {logo && (
          <SizeTag header={header.id} item={logo} of="the logo" label="Height" rule={[LogoItem, 'height']} />
        )}
        {name && (
          <SizeTag header={header.id} item={name} of="the name" label="Size" rule={[NameItem, 'size']}>
            <FieldRow label="Tagline below">
              <OnOff
                label="Tagline below the name"
                value={name.tagline}
                onChange={(tagline) =>
                  changeItem(
                    header.id,
                    name,
                    'Tagline below the name',
                    (item) => void (item.tagline = tagline),
                  )
                }
              />
            </FieldRow>
          </SizeTag>
        )}
      </div>
      <Button
        component={Link}
        to={{ pathname: '../../hang', search }}
        relative="path"
        size="small"
        variant="outlined"
      >
        Move them in Hang
      </Button>
    </section>
  );
}

/** What logo, name and tagline say. */
function LogoWords({ site }: { site: Site }) {
  const edit = useEditor((state) => state.edit);
  return (
    <>
      <FieldRow label="Reads as">
        <TextInput
          label="What the logo says"
          value={site.logo.alt}
          problem={byRule(SiteLogo, 'alt')}
          onChange={(alt) => edit('What the logo says', (draft) => void (draft.logo.alt = alt), 'logo alt')}
        />
      </FieldRow>
      <FieldRow label="Site name">
        <TextInput
          label="Site name"
          value={site.name}
          problem={byRule(Site, 'name')}
          onChange={(text) => edit('Site name', (draft) => void (draft.name = text), 'site name')}
        />
      </FieldRow>
      <FieldRow label="Tagline">
        <TextInput
          label="Tagline"
          value={site.tagline}
          problem={byRule(Site, 'tagline')}
          onChange={(text) => edit('Tagline', (draft) => void (draft.tagline = text), 'tagline')}
        />
      </FieldRow>
    </>
  );
}

interface SizeTagProps<T extends LogoItem | NameItem> {
  header: string;
  item: T;
  /** What it is called in labels. */
  of: string;
  label: string;
  /** The class that has its size, and the name of that. */
  rule: RuleOf<T>;
  children?: ReactNode;
}

/** The size of logo or name, and what it is below widths of its own. */
function SizeTag<T extends LogoItem | NameItem>({
  header,
  item,
  of,
  label,
  rule,
  children,
}: SizeTagProps<T>) {
  const name = `${label} of ${of}`;
  const [, key] = rule;
  const base = item[key] as number;
  return (
    <div className="tag">
      <FieldRow label={label}>
        <RuleNumber
          of={rule}
          label={name}
          value={base}
          onChange={(value) =>
            changeItem(header, item, name, (draft) => void Object.assign(draft, { [key]: value }))
          }
        />
      </FieldRow>
      {children}
      <ByWidth<ItemStep>
        of={of}
        steps={item.steps}
        canHide
        values={[steppedNumber([ItemStep, 'size'], rule, { label, base })]}
        onChange={(steps, step) =>
          changeItem<LogoItem | NameItem>(header, item, step, (draft) => {
            if (steps) draft.steps = steps;
            else delete draft.steps;
          })
        }
      />
    </div>
  );
}
