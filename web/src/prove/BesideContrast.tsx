import { Button } from '@mui/material';
import { Link } from 'react-router';
import { criterionAddress, criterionName } from '@hatrail/core/report/report';
import type { Header } from '@hatrail/core/model/header';
import { wearFound } from '../editor/edits.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { useShortcomings } from './useFindings.ts';

/** What WCAG 2.2 asks of a header beside contrast and it does not do, each with its figures and, where one is known, what mends it. */
export function BesideContrast({
  siteId,
  loaded,
  header,
}: {
  siteId: string;
  loaded: LoadedSite;
  header: Header;
}) {
  const found = useShortcomings(loaded, header);
  if (!found || found.length === 0) return null;
  return (
    <section aria-label="Beside contrast">
      <h2 className="beside-title">Beside contrast</h2>
      <ul className="findings">
        {found.map(({ id, criterion, title, told, advice, way, width }) => (
          <li key={id} className="finding" data-beside={criterion}>
            <a
              className="criterion"
              href={criterionAddress(criterion)}
              title={criterionName(criterion)}
              target="_blank"
              rel="noreferrer"
            >
              WCAG {criterion}
            </a>
            <span className="finding-text">
              <strong>{title}</strong>
              <span>{told}</span>
              <span>
                {way ? way.text : `What can be done: ${advice}.`}
                {width !== undefined && (
                  <>
                    {' '}
                    <Link
                      to={`/sites/${siteId}/dress?${new URLSearchParams({ header: header.id, width: String(width), scroll: '0' })}`}
                    >
                      Open it at {width}
                    </Link>
                  </>
                )}
              </span>
            </span>
            {way && (
              <Button
                size="small"
                variant="outlined"
                aria-label={`Try it: ${way.text}`}
                onClick={() => wearFound(header.id, way.text, way.header)}
              >
                Try it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
