import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link, useLocation, useOutletContext } from 'react-router';
import { OWN_ROLE_NAMES, type OwnHeader as Own, type OwnRole, type OwnSaid } from '@hatrail/core/model/own';
import type { SeenOwn } from '@hatrail/core/gather/captured';
import { ownHeaderOf } from '@hatrail/core/header/ownLayout';
import type { Header } from '@hatrail/core/model/header';
import { groundOfOwn } from '@hatrail/core/header/ownGround';
import { inTheWay } from '@hatrail/core/output/own/inTheWay';
import { ownPaste } from '@hatrail/core/output/own/ownCss';
import { withOwnRead } from '@hatrail/core/start/ownHeader';
import type { EditorContext } from '../../editor/Editor.tsx';
import { useEditor } from '../../editor/store.ts';
import { Head } from '../Head.tsx';
import { OwnMarkup } from './OwnMarkup.tsx';
import { OwnParts } from './OwnParts.tsx';
import { OwnPicture } from './OwnPicture.tsx';
import { OwnProgress, ReadOwn, isLocal, useReadOwn } from './ReadOwn.tsx';
import './own.css';

/** The header that the site has already: what each part of it is, and what stands in the way of dressing it. */
export function OwnHeaderScreen() {
  const { loaded, place, go } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const header =
    place.header.own === undefined ? site.headers.find(({ own }) => own !== undefined) : place.header;
  const own = header && ownHeaderOf(site, header);
  const take = (seen: SeenOwn, label: string) => {
    const { header: id, ...taken } = withOwnRead(site, seen, header?.id);
    edit(label, (draft) => void Object.assign(draft, taken));
    if (id !== place.header.id) go({ header: id });
  };
  const work = useReadOwn((seen) => take(seen, own ? 'Header read again' : 'The header it has'));
  const [isAsking, setAsking] = useState(false);
  const from = own?.from ?? site.pages.find((page) => page.from !== undefined)?.from ?? '';
  if (!header || !own) {
    return (
      <section className="own-part" aria-labelledby="own-title">
        <Head
          title="Own header"
          says="The header that your site has already can be dressed as it is: it is read from its page, and handed back as style that goes over its own."
        />
        <OwnProgress work={work} />
        <ReadOwn address={from} work={work} />
      </section>
    );
  }
  const again = (said: OwnSaid[]) =>
    work.begin({ address: from, allowLocal: isLocal(from), ...(said.length > 0 && { said }) });
  return (
    <section className="own-part" aria-labelledby="own-title">
      <Head title="The header it has" says="Read from the page’s own HTML and styles; say where it is wrong.">
        <Button variant="outlined" disabled={work.isBusy} onClick={() => setAsking(!isAsking)}>
          From elsewhere
        </Button>
        <Button
          variant="outlined"
          disabled={work.isBusy || own.from === undefined}
          onClick={() => again(own.said ?? [])}
        >
          Read again
        </Button>
      </Head>
      <OwnProgress work={work} />
      {isAsking && <ReadOwn address={from} work={work} />}
      <OwnBody
        key={own.id}
        header={header}
        own={own}
        isBusy={work.isBusy}
        onSay={(path, role) =>
          again([...(own.said ?? []).filter((each) => each.path !== path), { path, role }])
        }
      />
    </section>
  );
}

function OwnBody({
  header,
  own,
  isBusy,
  onSay,
}: {
  header: Header;
  own: Own;
  isBusy: boolean;
  onSay: (path: string, role: OwnRole | 'none') => void;
}) {
  const context = useOutletContext<EditorContext>();
  const { search } = useLocation();
  const [chosen, setChosen] = useState<string>();
  const ways = useMemo(() => inTheWay(own), [own]);
  const ground = groundOfOwn(own);
  const { unbeaten } = useMemo(
    () => ownPaste(context.loaded.site, header, own),
    [context.loaded.site, header, own],
  );
  return (
    <div className="own-body">
      <div>
        <OwnPicture
          loaded={context.loaded}
          header={header}
          own={own}
          page={context.place.page}
          chosen={chosen}
          onChoose={setChosen}
        />
        <OwnMarkup own={own} chosen={chosen} onChoose={setChosen} />
        <h2>What stands in the way</h2>
        {ways.length === 0 && <p className="quiet">Nothing: its rules are lighter than any change.</p>}
        <ul className="own-ways">
          {ways.map(({ what, selector, weight, sets, so }) => (
            <li key={`${what} ${selector}`}>
              <strong>{what}</strong>, <code>{`${selector} { ${sets} }`}</code>, {weight}
              <small>{so}</small>
            </li>
          ))}
        </ul>
      </div>
      <aside className="own-side" aria-label="What each part is">
        <OwnParts
          own={own}
          chosen={chosen}
          isBusy={isBusy || own.from === undefined}
          onChoose={setChosen}
          onSay={onSay}
        />
        <h2>What can be done here</h2>
        <p className="quiet">
          Fill, tint, gradient, {ground.isApart && 'a picture, '}blur, shadow,{' '}
          {ground.hangsOut && 'a cut edge, '}the line below, the inks of every state, lines and backings of
          links, and when and how it changes: by style alone, in{' '}
          <Link
            to={{
              pathname: '../../dress',
              search: `${search || '?'}${search.includes('header=') ? '' : `&header=${header.id}`}`,
            }}
            relative="path"
          >
            Dress
          </Link>
          . Where its parts stand, and what they say, stays as your site has it.
        </p>
        {unbeaten.length > 0 && (
          <p className="note-warn">
            {unbeaten.length === 1 ? 'One thing is' : `${unbeaten.length} things are`} set in a way that no
            style sheet wins over:{' '}
            {[
              ...new Set(
                unbeaten.map(
                  ({ group, property }) =>
                    `${property} of the ${OWN_ROLE_NAMES[group as OwnRole]?.toLowerCase() ?? group}`,
                ),
              ),
            ].join(', ')}
            .
          </p>
        )}
        {own.notes.map(({ what, lines }) => (
          <div key={what} className="own-note">
            <p className="quiet">{what}</p>
            {lines !== undefined && (
              <details>
                <summary>The lines that do</summary>
                <pre tabIndex={0}>{lines}</pre>
              </details>
            )}
          </div>
        ))}
      </aside>
    </div>
  );
}
