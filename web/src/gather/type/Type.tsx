import { Button } from '@mui/material';
import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { headerItems } from '@hatrail/core/model/header';
import { labelOf, stylesIn } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import type { TypeStyle } from '@hatrail/core/model/type';
import { ApiProblem, api } from '../../api.ts';
import { useMeasure } from '../../dress/view.ts';
import type { EditorContext } from '../../editor/Editor.tsx';
import { useEditor } from '../../editor/store.ts';
import { ChoiceField, FieldRow } from '../../parts/fields.tsx';
import { FileButton } from '../../parts/FileButton.tsx';
import { OptionalColour } from '../../parts/OptionalColour.tsx';
import { Head } from '../Head.tsx';
import { HeaderType } from './HeaderType.tsx';
import { HeadingShadowFields } from './HeadingShadowFields.tsx';
import { StyleRow } from './StyleRow.tsx';

const KINDS = [
  ['heading', 'Headings'],
  ['text', 'Text'],
  ['menu', 'Menu'],
  ['button', 'Button'],
] as const;
type StyleName = (typeof KINDS)[number][0] | 'level';

/** The site's type, each kind seen in the site's own words. */
export function Type() {
  const { siteId, loaded } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const measure = useMeasure(loaded);
  const words = wordsOf(site);
  const { level } = site.type;
  const change = (name: StyleName, title: string) => (part: Partial<TypeStyle>, label: string) =>
    edit(
      `${title}: ${label}`,
      (draft) => void Object.assign(name === 'level' ? draft.type.level!.style : draft.type[name], part),
      `type ${name} ${label}`,
    );
  const addLevel = () =>
    edit('A heading level of its own', (draft) => {
      const size = Math.max(10, Math.round(site.type.heading.size * 0.62));
      draft.type.level = { level: 2, style: { ...site.type.heading, size } };
    });
  return (
    <>
      <Head
        title="Type"
        says="Families, sizes and spacing, in the words of this site. The header’s layout follows at once."
      >
        <OwnFont siteId={siteId} />
        {!level && (
          <Button variant="outlined" onClick={addLevel}>
            Set one heading level apart
          </Button>
        )}
      </Head>
      {!measure && <p className="quiet">Loading the site’s fonts</p>}
      {KINDS.map(([name, title]) => (
        <StyleRow
          key={name}
          site={site}
          name={name}
          title={title}
          style={site.type[name]}
          words={words[name]}
          onChange={change(name, title)}
        />
      ))}
      {level && (
        <StyleRow
          site={site}
          name="level"
          title={`Heading level ${level.level}`}
          style={level.style}
          words={words.level}
          shadow={level.level === 3 ? undefined : level.shadow}
          onChange={change('level', `Heading level ${level.level}`)}
        >
          <FieldRow label="Level">
            <ChoiceField
              label="Level that is set apart"
              value={String(level.level) as '1' | '2' | '3'}
              options={[
                ['1', 'Level 1, the page’s title'],
                ['2', 'Level 2'],
                ['3', 'Level 3, titles of cards'],
              ]}
              onChange={(value) =>
                edit('Heading level', (draft) => void (draft.type.level!.level = Number(value) as 1 | 2 | 3))
              }
            />
          </FieldRow>
          <OptionalColour
            row="Ink"
            label="Ink of this level"
            palette={site.palette}
            use={level.ink}
            automatic="as the band or card that it stands in"
            onChange={(use) =>
              edit('Ink of a heading level', (draft) => {
                if (use) draft.type.level!.ink = use;
                else delete draft.type.level!.ink;
              })
            }
          />
          {level.level !== 3 && <HeadingShadowFields site={site} />}
          <Button
            size="small"
            onClick={() => edit('As all headings', (draft) => void delete draft.type.level)}
          >
            Set it like all headings
          </Button>
        </StyleRow>
      )}
      {site.headers
        .filter(({ own }) => own === undefined)
        .map((header) => (
          <HeaderType key={header.id} site={site} header={header} words={words} />
        ))}
    </>
  );
}

/** What each kind of text says on this site. */
function wordsOf(site: Site): Record<StyleName, string> {
  const contents = site.pages.flatMap(({ bands }) => bands.flatMap((band) => band.contents));
  const heading = (level: number) =>
    contents.flatMap((part) => (part.kind === 'heading' && part.level === level ? [part.text] : []))[0];
  const card = contents.flatMap((part) => (part.kind === 'cards' ? part.cards : []))[0]?.title;
  const text = contents.flatMap((part) => (part.kind === 'paragraph' ? [part.text] : []))[0];
  const button = site.headers
    .flatMap(headerItems)
    .flatMap((item) => (item.kind === 'button' ? [item.label] : []))[0];
  const menu = site.menus[0]?.entries.slice(0, 6).map((entry) => labelOf(site, entry));
  const own = { 1: heading(1), 2: heading(2), 3: card }[site.type.level?.level ?? 2];
  return {
    heading: heading(1) ?? site.name,
    text: text ?? site.tagline ?? site.name,
    menu: menu?.join('     ') ?? site.name,
    button: button ?? 'Read more',
    level: own ?? site.name,
  };
}

/** A font file of the owner's own: brought in, and taken out where nothing is set in it. */
function OwnFont({ siteId }: { siteId: string }) {
  const { edit, took, site } = useEditor();
  const [problem, setProblem] = useState<string>();
  const take = async ([file]: File[]) => {
    if (!file) return;
    setProblem(undefined);
    try {
      const taken = await api.takeFile(siteId, file, file.name);
      took(taken);
      edit(`Font ${taken.fontName}`, (draft) => {
        const id = taken.id as `own-${string}`;
        const fonts = (draft.fonts ??= []);
        if (!fonts.some((font) => font.id === id))
          fonts.push({ id, name: taken.fontName ?? file.name, file: taken.file });
      });
    } catch (error) {
      setProblem((error as ApiProblem).message);
    }
  };
  const used = new Set(site ? stylesIn(site).map(({ style }) => style.family) : []);
  return (
    <span className="own-font">
      <FileButton
        label="Bring in a font"
        accept=".woff2,.woff,.ttf,.otf"
        onFiles={(files) => void take(files)}
      />
      {problem !== undefined && (
        <span className="field-error" role="alert">
          {problem}
        </span>
      )}
      {site?.fonts?.map(({ id, name }) => (
        <span key={id} className="quiet">
          {name}
          {!used.has(id) && (
            <>
              {' '}
              <button
                type="button"
                className="link"
                aria-label={`Take out ${name}`}
                onClick={() =>
                  edit(`Take out ${name}`, (draft) => {
                    const left = draft.fonts!.filter((font) => font.id !== id);
                    if (left.length > 0) draft.fonts = left;
                    else delete draft.fonts;
                  })
                }
              >
                take out
              </button>
            </>
          )}
        </span>
      ))}
    </span>
  );
}
