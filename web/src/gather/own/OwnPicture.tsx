import { useRef, useState } from 'react';
import type { OwnAt } from '@hatrail/core/model/own';
import { ownAt } from '@hatrail/core/header/ownLayout';
import type { Header } from '@hatrail/core/model/header';
import { OWN_ROLE_NAMES, type OwnHeader } from '@hatrail/core/model/own';
import type { Page } from '@hatrail/core/model/page';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { useMeasure } from '../../dress/view.ts';
import { LiveFrame } from '../../parts/LiveFrame.tsx';
import { usePreview } from '../../parts/preview.ts';
import { useWidth } from '../../parts/useWidth.ts';

const WIDTHS = [1280, 390] as const;

/** Their header as it is, in a frame without scripts, each part of it in a box that can be clicked. */
export function OwnPicture({
  loaded,
  header,
  own,
  page,
  chosen,
  onChoose,
}: {
  loaded: LoadedSite;
  header: Header;
  own: OwnHeader;
  page: Page;
  chosen: string | undefined;
  onChoose: (path: string) => void;
}) {
  const measure = useMeasure(loaded);
  const [width, setWidth] = useState<(typeof WIDTHS)[number]>(1280);
  const box = useRef<HTMLDivElement>(null);
  const room = useWidth(box, 700);
  const preview = usePreview(loaded, header, page, measure);
  const at = ownAt(own.top, width);
  const [, top = 0, , height = 72] = at.bar;
  const scale = Math.min(1, room / width);
  const paths = new Map(
    own.marks.flatMap(({ ink, path, role }) => (ink === undefined ? [] : [[ink, { path, role }] as const])),
  );
  const captions = captionsOf(own, at);
  return (
    <div className="own-picture" ref={box}>
      <p className="own-widths" role="group" aria-label="Width">
        {WIDTHS.map((each) => (
          <button
            key={each}
            type="button"
            className="link"
            aria-pressed={each === width}
            onClick={() => setWidth(each)}
          >
            {each} px
          </button>
        ))}
      </p>
      {preview && (
        <LiveFrame
          preview={preview}
          title="The header it has"
          width={width}
          height={Math.ceil(top + height + 20 / scale)}
          scale={scale}
          scroll={0}
        >
          {captions.map(({ says, left, width: w, below }) => (
            <small
              key={says}
              className="own-caption"
              aria-hidden="true"
              style={{ left: left * scale, top: below * scale + 3, minWidth: w * scale }}
            >
              {says}
            </small>
          ))}
          {at.places.map(([ink, x, y, w, h], i) => {
            const mark = paths.get(own.inks[ink]?.id ?? '');
            if (!mark) return null;
            // Large enough to be met, round its middle.
            const [wide, high] = [Math.max(24, w * scale), Math.max(24, h * scale)];
            return (
              <button
                key={`${ink} ${i}`}
                type="button"
                className="own-box"
                aria-pressed={mark.path === chosen}
                aria-label={`${own.inks[ink]!.name}: ${OWN_ROLE_NAMES[mark.role]}`}
                style={{
                  left: x * scale + (w * scale - wide) / 2,
                  top: y * scale + (h * scale - high) / 2,
                  width: wide,
                  height: high,
                }}
                onClick={() => onChoose(mark.path)}
              />
            );
          })}
        </LiveFrame>
      )}
    </div>
  );
}

/** What stands where, in a few words below it. */
function captionsOf(own: OwnHeader, { places }: OwnAt) {
  const roles = new Map(
    own.marks.flatMap(({ ink, role }) => (ink === undefined ? [] : [[ink, role] as const])),
  );
  const said = {
    logo: 'logo',
    link: 'menu',
    current: 'menu',
    button: 'button',
    icon: 'icons',
    'menu button': 'menu button',
  };
  const boxes = new Map<string, { left: number; right: number; below: number; count: number }>();
  for (const [number, x, y, width, height] of places) {
    const ink = own.inks[number];
    const role = roles.get(ink?.id ?? '');
    const what = role && role in said ? said[role as keyof typeof said] : undefined;
    if (!ink || !what) continue;
    const known = boxes.get(what);
    boxes.set(what, {
      left: Math.min(known?.left ?? x, x),
      right: Math.max(known?.right ?? 0, x + width),
      below: Math.max(known?.below ?? 0, y + height),
      count: (known?.count ?? 0) + 1,
    });
  }
  return [...boxes].map(([what, { left, right, below, count }]) => ({
    says:
      what === 'menu'
        ? `menu, ${count} ${count === 1 ? 'link' : 'links'}`
        : what === 'logo'
          ? `logo, as ${own.inks.find(({ id }) => id === 'logo')?.kind === 'text' ? 'text' : 'a picture'}`
          : what,
    left,
    width: right - left,
    below,
  }));
}
