import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { hangingsOf } from '@hatrail/core/placed/answers';

/** Over which pages a header is judged, in words: those where it hangs; all where it hangs nowhere yet. */
export function judgedOver(site: Site, header: Header): string {
  const isHung = hangingsOf(site).some((each) => each.header.id === header.id);
  return isHung ? `the pages where ${header.name} hangs` : 'all pages';
}
