import { typedFor } from '@hatrail/core/header/typed';
import { headerItems, type Header } from '@hatrail/core/model/header';
import { WEIGHTS, type TypeStyle } from '@hatrail/core/model/type';
import { changeHeader, changeLinkType } from '../../editor/edits.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { BoundField } from '../BoundField.tsx';
import { useDressing } from './Value.tsx';

const LEAST = 10;
const MOST = 60;

/** Sets the letters of every menu and line of text of a header, CSS pixels. */
function setLetters(header: Header, size: number): void {
  for (const item of headerItems(header)) {
    if (item.kind === 'menu' || item.kind === 'text') item.size = size;
  }
}

/** Size and weight of the links' letters, each with the number from which the moment is clear. */
export function LinkLetters() {
  const { loaded, site, wearer, moment } = useDressing();
  const { header } = wearer;
  const sized = headerItems(header).find(({ kind }) => kind === 'menu' || kind === 'text');
  if (!sized) return null;
  const { menu } = typedFor(site, header).type;
  const isApart = header.type?.menu !== undefined;
  const size = ('size' in sized ? sized.size : undefined) ?? menu.size;
  const takeSize = (value: number) =>
    changeHeader(header.id, 'Letters of the links', (draft) => setLetters(draft, value), 'letters');
  const takeWeight = (value: number) =>
    changeLinkType(
      header.id,
      'Weight of the links',
      (type) => void (type.menu!.weight = value as TypeStyle['weight']),
    );
  const asked = { loaded, header, moments: [moment], holds: 'above' as const };
  return (
    <div className="value">
      <span className="value-label">Letters</span>
      <span className="value-field row">
        <NumberField
          label="Size of the links’ letters"
          unit="px"
          min={LEAST}
          max={MOST}
          value={size}
          onChange={takeSize}
        />
        <select
          className="choice-select"
          aria-label="Weight of the links"
          value={menu.weight}
          onChange={(event) => takeWeight(Number(event.target.value))}
        >
          {WEIGHTS.map((weight) => (
            <option key={weight} value={weight}>
              {weight}
            </option>
          ))}
        </select>
      </span>
      <span className="bounds">
        <BoundField
          {...asked}
          question="From which size is it clear?"
          says={(value) => `Clear from ${value} px.`}
          values={Array.from({ length: MOST - LEAST + 1 }, (_, i) => LEAST + i)}
          make={(value) => {
            const grown = JSON.parse(JSON.stringify(header)) as Header;
            setLetters(grown, value);
            return { loaded, header: grown };
          }}
          onTake={takeSize}
        />
        <BoundField
          {...asked}
          question="From which weight is it clear?"
          says={(value) => `Clear from weight ${value}.`}
          values={WEIGHTS}
          make={(weight) => {
            const heavier = { ...menu, weight: weight as TypeStyle['weight'] };
            if (isApart) return { loaded, header: { ...header, type: { ...header.type, menu: heavier } } };
            const type = { ...site.type, menu: heavier };
            return { loaded: { ...loaded, site: { ...site, type } }, header };
          }}
          onTake={takeWeight}
        />
      </span>
      <span className="origin">
        {isApart
          ? 'the weight is that of this header’s links'
          : 'the weight is that of all menus of the site'}
      </span>
    </div>
  );
}
