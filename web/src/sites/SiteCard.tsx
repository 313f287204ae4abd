import { answerFor } from '@hatrail/core/placed/answers';
import { at } from '@hatrail/core/lists';
import { DotsThree } from '@phosphor-icons/react/dist/csr/DotsThree';
import { Button, IconButton, Menu, MenuItem, TextField } from '@mui/material';
import { useForm } from 'react-hook-form';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useMutation } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { KeptSite } from '@hatrail/core/model/kept';
import { SiteName } from '@hatrail/core/model/requests';
import { api } from '../api.ts';
import { useMeasure, worstRow } from '../dress/view.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';
import { figure, VerdictMark, VERDICT_COLOURS } from '../parts/Verdict.tsx';
import { useSoFar } from '../engine/answers.ts';
import { useProofOfSite } from '../editor/verdicts.ts';

const WIDTH = 1280;
const CARD = 380;

interface SiteCardProps {
  kept: KeptSite;
  onChanged: () => void;
  onRemoved: (kept: KeptSite) => void;
}

/** One site: its home page, its name, its verdict, and what can be done with it. */
export function SiteCard({ kept, onChanged, onRemoved }: SiteCardProps) {
  const loaded = useMemo(() => ({ site: kept.site, hashes: kept.hashes }), [kept]);
  const page = kept.site.pages.find(({ path }) => path === '/') ?? at(kept.site.pages, 0);
  const header = answerFor(kept.site, page, 'signed out').worn;
  const measure = useMeasure(loaded);
  const preview = usePreview(loaded, header ?? at(kept.site.headers, 0), page, header && measure);
  const [isRenaming, setRenaming] = useState(false);
  return (
    <article className="site-card">
      <Link to={`/sites/${kept.id}/dress`} aria-label={`Open ${kept.site.name}`}>
        <span className="site-picture">
          {preview && (
            <LiveFrame
              preview={preview}
              title={`${page.title} of ${kept.site.name}`}
              width={WIDTH}
              height={usualWindowHeight(WIDTH) * 0.8}
              scale={CARD / WIDTH}
              scroll={0}
            />
          )}
        </span>
        {!isRenaming && <span className="site-name">{kept.site.name}</span>}
      </Link>
      {isRenaming ? (
        <Rename kept={kept} onChanged={onChanged} onClose={() => setRenaming(false)} />
      ) : (
        <SiteMenu
          kept={kept}
          onRename={() => setRenaming(true)}
          onChanged={onChanged}
          onRemoved={onRemoved}
        />
      )}
      <p className="quiet">{kept.site.tagline}</p>
      <SiteVerdict kept={kept} />
    </article>
  );
}

function Rename({
  kept,
  onChanged,
  onClose,
}: {
  kept: KeptSite;
  onChanged: () => void;
  onClose: () => void;
}) {
  const { register, handleSubmit, formState } = useForm<SiteName>({
    resolver: classValidatorResolver(SiteName),
    defaultValues: { name: kept.site.name },
  });
  const rename = useMutation({
    mutationFn: ({ name }: SiteName) => api.rename(kept.id, name),
    onSuccess: () => {
      onChanged();
      onClose();
    },
  });
  return (
    <form
      className="site-rename"
      onSubmit={handleSubmit((sound) => rename.mutate(sound))}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <TextField
        autoFocus
        size="small"
        label="Name of the site"
        error={Boolean(formState.errors.name) || rename.isError}
        helperText={formState.errors.name?.message ?? rename.error?.message}
        {...register('name')}
      />
      <Button type="submit" variant="contained" size="small">
        Rename
      </Button>
    </form>
  );
}

function SiteMenu({
  kept,
  onRename,
  onChanged,
  onRemoved,
}: {
  kept: KeptSite;
  onRename: () => void;
  onChanged: () => void;
  onRemoved: (kept: KeptSite) => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const duplicate = useMutation({ mutationFn: () => api.duplicate(kept.id), onSuccess: onChanged });
  const remove = useMutation({
    mutationFn: () => api.remove(kept.id),
    onSuccess: () => {
      onRemoved(kept);
      onChanged();
    },
  });
  const close = (then?: () => void) => () => {
    setAnchor(null);
    then?.();
  };
  return (
    <>
      <IconButton
        className="site-more"
        size="small"
        aria-label={`More for ${kept.site.name}`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <DotsThree size={22} />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={close()}>
        <MenuItem onClick={close(onRename)}>Rename</MenuItem>
        <MenuItem onClick={close(() => duplicate.mutate())}>Duplicate</MenuItem>
        <MenuItem component="a" href={`/api/sites/${kept.id}/file`} onClick={close()}>
          Save as a site file
        </MenuItem>
        <MenuItem onClick={close(() => remove.mutate())}>Delete</MenuItem>
      </Menu>
    </>
  );
}

function SiteVerdict({ kept }: { kept: KeptSite }) {
  const { site, hashes } = kept;
  const loaded = useMemo(() => ({ site, hashes }), [site, hashes]);
  const { data, failure, ...working } = useProofOfSite(loaded);
  const progress = useSoFar(working);
  const text = failure
    ? `could not be swept: ${failure}`
    : progress
      ? `sweeping, ${progress.done} of ${progress.of} pages and widths`
      : 'waiting to be swept';
  if (!data) return <p className="quiet">{text}</p>;
  const { rows, banners, verdict, words } = data;
  if (rows.length === 0) return <p className="quiet">Nothing hangs on its pages yet</p>;
  const worst = worstRow(rows);
  const page = kept.site.pages.find(({ path }) => path === worst?.page)?.title;
  const [word] = banners.filter((each) => each.verdict === 'lost');
  const wordPage = kept.site.pages.find(({ id }) => id === word?.pageId)?.title;
  return (
    <p className="site-verdict">
      <span style={{ color: VERDICT_COLOURS[verdict] }}>
        <VerdictMark verdict={verdict} /> <strong>{words}</strong>
      </span>
      {worst && worst.verdict !== 'clear' && (
        <span className="quiet">
          {worst.item}: {figure(worst.worst)} where {worst.needed} is needed, {worst.scroll} px down {page} at{' '}
          {worst.width}
        </span>
      )}
      {word && (
        <span className="quiet">
          “{word.text}”: {figure(word.contrast)} where {word.needed} is needed, in the opening band of{' '}
          {wordPage}
        </span>
      )}
    </p>
  );
}
