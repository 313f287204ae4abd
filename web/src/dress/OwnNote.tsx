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
