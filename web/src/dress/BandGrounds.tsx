import type { Header } from '@hatrail/core/model/header';
import type { GroundKind } from '@hatrail/core/model/layer';
import type { Site } from '@hatrail/core/model/site';
import { groundKind } from '@hatrail/core/page/groundKind';
import { useEditor } from '../editor/store.ts';
import { setManner } from './lookEdits.ts';

/** Where a header follows the ground: which look is for which, and what every band of every page is taken for. */
export function BandGrounds({ site, header }: { site: Site; header: Header }) {
  const begins = header.manner.switch;
  const { first = 'dark', unknown = 'top' } = begins;
  const edit = useEditor((state) => state.edit);
  const setBand = (pageId: string, bandId: string, name: string, ground: string) =>
    edit(`Ground of ${name}`, (draft) => {
      const band = draft.pages.find(({ id }) => id === pageId)!.bands.find(({ id }) => id === bandId)!;
      if (ground === '') delete band.ground;
      else band.ground = ground as GroundKind;
    });
  return (
    <div className="band-grounds">
      <label>
        The first look is for{' '}
        <select
          className="choice-select"
          value={first}
          onChange={(event) =>
            setManner(
              header,
              { switch: { ...begins, first: event.target.value as GroundKind } },
              'Ground of the first look',
            )
          }
        >
          <option value="dark">dark bands</option>
          <option value="light">light bands</option>
        </select>
      </label>
      <label>
        A page without bands wears the one for{' '}
        <select
          className="choice-select"
          value={unknown}
          onChange={(event) =>
            setManner(
              header,
              { switch: { ...begins, unknown: event.target.value as 'top' | 'scrolled' } },
              'Look where the ground is not known',
            )
          }
        >
          <option value="top">{first} bands</option>
          <option value="scrolled">{first === 'dark' ? 'light' : 'dark'} bands</option>
        </select>
      </label>
      {site.pages.map((page) => (
        <fieldset key={page.id}>
          <legend>{page.title}</legend>
          {page.bands.map((band) => {
            const told = groundKind(site, { ...band, ground: undefined });
            return (
              <label key={band.id}>
                <span>{band.name}</span>
                <select
                  className="choice-select"
                  value={band.ground ?? ''}
                  onChange={(event) => setBand(page.id, band.id, band.name, event.target.value)}
                >
                  <option value="">{told}, as it is painted</option>
                  <option value="dark">dark</option>
                  <option value="light">light</option>
                </select>
              </label>
            );
          })}
          {page.bands.length === 0 && <span className="quiet">no bands</span>}
        </fieldset>
      ))}
    </div>
  );
}
