import { AUDIENCES } from '@hatrail/core/model/placement';
import { answerFor, hangingsOf } from '@hatrail/core/placed/answers';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { differencesOf } from '@hatrail/core/placed/own';
import { ownOf } from '@hatrail/core/placed/worn';
import type { Dressed } from './useDressed.tsx';

/** Whether what is changed is for this page alone, or that something differs here; and the way from one to the other. */
export function OwnNote({
  site,
  base,
  page,
  isOwn,
  go,
}: {
  site: Site;
  base: Header;
  page: Page;
  isOwn: boolean;
  go: Dressed['go'];
}) {
  const own = ownOf(page, base.id);
  const count = differencesOf(site, base, own).length;
  const others = AUDIENCES.map((who) => answerFor(site, page, who).header);
  if (!isOwn && hangingsOf(site, base).length > 0 && others.every((each) => each?.id !== base.id))
    return <NotHere base={base} page={page} other={others[0]} go={go} />;
  if (!isOwn && count === 0) return null;
  const begins = own?.begins ? ' It begins as after scrolling here, so that its first look is not worn.' : '';
  return (
    <p className="note-warn own-note" role="status">
      {isOwn ? (
        <>
          <strong>Only on {page.title}.</strong> What you change is for this page alone; {base.name} stays as
          it is on all others.{begins}{' '}
          <button type="button" className="link" onClick={() => go({ only: undefined })}>
            Change it everywhere
          </button>
        </>
      ) : (
        <>
          On {page.title} {count === 1 ? 'one thing differs' : `${count} things differ`} from the values here.
          {begins}{' '}
          <button type="button" className="link" onClick={() => go({ only: 1 })}>
            Change it on this page alone
          </button>
        </>
      )}
    </p>
  );
}

/** That another header hangs on this page, or none: what is seen here is how it would be. */
function NotHere({
  base,
  page,
  other,
  go,
}: {
  base: Header;
  page: Page;
  other: Header | undefined;
  go: Dressed['go'];
}) {
  return (
    <p className="note-warn own-note" role="status">
      {base.name} does not hang on {page.title}: {other ? `${other.name} does` : 'no header does'}. It is
      shown as it would be, and verdicts are of the pages on which it hangs.{' '}
      {other && (
        <button type="button" className="link" onClick={() => go({ header: other.id, scroll: undefined })}>
          Dress {other.name}
        </button>
      )}
    </p>
  );
}
