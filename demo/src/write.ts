import { writeFileSync } from 'node:fs';
import { checkSite, writeSite } from '@hatrail/core/model/check';
import { LARKFELL } from './site.ts';

/** Writes the demo site as a site file, beside its pictures. */
const problems = checkSite(LARKFELL);
if (problems.length > 0) throw new Error(JSON.stringify(problems, null, 2));
writeFileSync(new URL('../larkfell.hatrail.json', import.meta.url), writeSite(LARKFELL));
