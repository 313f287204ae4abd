import type { PictureUse } from '@hatrail/core/gather/pictureUses';
import type { Picture } from '@hatrail/core/model/picture';
import { pictureUrl } from '../../engine/picturePixels.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { VerdictMark } from '../../parts/Verdict.tsx';

interface InViewListProps {
  loaded: LoadedSite;
  picture: Picture;
  uses: readonly PictureUse[];
}

/** What stays in view of a picture in each of its uses, at each width: the rest is dimmed. */
export function InViewList({ loaded, picture, uses }: InViewListProps) {
  const names = [...new Set(uses.map(({ name }) => name))];
  return (
    <>
      {names.map((name) => (
        <section key={name} className="in-view" aria-label={`In view: ${name}`}>
          <h2>{name}</h2>
          <ul>
            {uses
              .filter((use) => use.name === name)
              .map((use) => (
                <li key={use.width}>
                  <Part loaded={loaded} picture={picture} use={use} />
                  <strong>{use.width}</strong>
                  <Says
                    use={use}
                    hasSubject={picture.subject !== undefined}
                    isVector={picture.file.endsWith('.svg')}
                  />
                </li>
              ))}
          </ul>
        </section>
      ))}
    </>
  );
}

function Part({ loaded, picture, use }: { loaded: LoadedSite; picture: Picture; use: PictureUse }) {
  const { x, y, width, height } = use.seen.part;
  return (
    <span className="in-view-picture" style={{ aspectRatio: `${picture.width} / ${picture.height}` }}>
      <img src={pictureUrl(loaded, picture.id, 160)} alt="" />
      {!use.repeats && (
        <span style={{ left: `${x}%`, top: `${y}%`, width: `${width}%`, height: `${height}%` }} />
      )}
    </span>
  );
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

function Says({ use, hasSubject, isVector }: { use: PictureUse; hasSubject: boolean; isVector: boolean }) {
  const { focus, subject, pixels } = use.seen;
  const isFocusOut = !use.repeats && !focus;
  const isSubjectOut = !use.repeats && hasSubject && subject !== undefined && subject < 0.995;
  const thin =
    !isVector && pixels < 1
      ? 'too few pixels'
      : !isVector && pixels < 2
        ? 'enough at ratio 1, not at 2'
        : undefined;
  return (
    <span className="in-view-says">
      <span>
        <VerdictMark verdict={isFocusOut ? 'lost' : isSubjectOut ? 'strained' : 'clear'} size={10} />{' '}
        {isFocusOut
          ? 'focus cropped away'
          : isSubjectOut
            ? `${percent(subject ?? 1)} of the subject`
            : use.repeats
              ? 'repeats'
              : hasSubject
                ? 'subject in view'
                : 'focus in view'}
      </span>
      {thin !== undefined && (
        <span>
          <VerdictMark verdict={pixels < 1 ? 'lost' : 'strained'} size={10} /> {thin}
        </span>
      )}
    </span>
  );
}
