import { Link, useLocation, useNavigate } from 'react-router';
import { ownHeaderOf } from '@hatrail/core/header/ownLayout';
import type { Page } from '@hatrail/core/model/page';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { OwnPicture } from '../gather/own/OwnPicture.tsx';
import { headerItems, type Header } from '@hatrail/core/model/header';
import { ButtonItem } from '@hatrail/core/model/item';
import type { ColourUse } from '@hatrail/core/model/palette';
import { changeHeader } from '../editor/edits.ts';
import { ColourField } from '../parts/ColourField.tsx';
import { FieldRow } from '../parts/fields.tsx';
import '../gather/own/own.css';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { HeaderChoice } from './HeaderChoice.tsx';

const COLOURS = [
  ['ink', 'Ink'],
  ['fill', 'Fill'],
  ['hoverInk', 'Ink under the pointer'],
  ['hoverFill', 'Fill under the pointer'],
] as const;

/** A header that the site has already: what hangs where is its own, and only its buttons have colours of their own. */
export function OwnHang({
  loaded,
  header,
  page,
  onHeader,
}: {
  loaded: LoadedSite;
  page: Page;
  header: Header;
  onHeader: (id: string) => void;
}) {
  const { site } = loaded;
  const { search } = useLocation();
  const navigate = useNavigate();
  const own = ownHeaderOf(site, header);
  const buttons = headerItems(header).filter((item): item is ButtonItem => item.kind === 'button');
  const set = (id: string, label: string, change: (item: ButtonItem) => void) =>
    changeHeader(
      header.id,
      label,
      (draft) => {
        const item = headerItems(draft).find((each) => each.id === id);
        if (item?.kind === 'button') change(item);
      },
      `${label} ${id}`,
    );
  return (
    <main className="hang">
      <h1 className="sr-only">Hang</h1>
      <div className="hang-head">
        <HeaderChoice loaded={loaded} page={page} header={header} onChoose={onHeader} />
      </div>
      <section className="own-hang" aria-labelledby="own-hang-title">
        <h2 id="own-hang-title">What hangs here is your site’s own</h2>
        <p>
          Its logo, links and buttons stand where your site puts them, in its order and under its words: style
          cannot change that. What each part is, and what stands in the way, is under{' '}
          <Link to={{ pathname: '../gather/own-header', search }}>Own header</Link>; what it wears is set in{' '}
          <Link to={{ pathname: '../dress', search }}>Dress</Link>.
        </p>
        {own && (
          <OwnPicture
            loaded={loaded}
            header={header}
            own={own}
            page={page}
            chosen={undefined}
            onChoose={() => void navigate({ pathname: '../gather/own-header', search })}
          />
        )}
        {buttons.map((item) => (
          <fieldset key={item.id} className="own-button">
            <legend>{item.label}</legend>
            {COLOURS.map(([name, label]) => (
              <FieldRow key={name} label={label}>
                <ColourField
                  label={`${label}, ${item.label}`}
                  palette={site.palette}
                  use={colourOf(item, name)}
                  onChange={(use) =>
                    set(item.id, `${label}, ${item.label}`, (draft) => void (draft[name] = use))
                  }
                />
              </FieldRow>
            ))}
            <FieldRow label="Corners">
              <RuleNumber
                of={[ButtonItem, 'radius']}
                label={`Corners, ${item.label}`}
                unit="px"
                value={item.radius}
                onChange={(radius) =>
                  set(item.id, `Corners, ${item.label}`, (draft) => void (draft.radius = radius))
                }
              />
            </FieldRow>
          </fieldset>
        ))}
        {buttons.length === 0 && <p className="quiet">It has no button with colours of its own.</p>}
      </section>
    </main>
  );
}

function colourOf(item: ButtonItem, name: (typeof COLOURS)[number][0]): ColourUse {
  return name === 'hoverInk' ? (item.hoverInk ?? item.ink) : item[name];
}
