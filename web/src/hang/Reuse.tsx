import { Button } from '@mui/material';
import { freeId } from '@hatrail/core/gather/freeId';
import { kindOf } from '@hatrail/core/header/kinds/index';
import type { Header } from '@hatrail/core/model/header';
import type { Item } from '@hatrail/core/model/item';
import { KeptPart } from '@hatrail/core/model/parts';
import type { Site } from '@hatrail/core/model/site';
import { keptItem, usesOf } from '@hatrail/core/model/carry';
import { useVerdicts } from '../editor/verdicts.ts';
import { useEditor } from '../editor/store.ts';
import { FieldRow, TextInput } from '../parts/fields.tsx';
import { byRule } from '../parts/rules.ts';
import { changeItem } from './edits.ts';

/** Whether an item is kept for reuse: under what name, where else it hangs, and how it is cut loose. */
export function Reuse({ site, header, item }: { site: Site; header: Header; item: Item }) {
  const { edit } = useEditor.getState();
  const { standing, others } = useVerdicts();
  const part = site.parts?.find(({ id }) => id === item.part);
  const title = kindOf(item).title(site, item);
  const keep = () => {
    const id = freeId(item.id, site.parts ?? []);
    edit(`Keep ${title} for reuse`, (draft) => {
      draft.parts = [...(draft.parts ?? []), { id, name: title.slice(0, 60), items: [keptItem(item)] }];
      for (const rail of draft.headers.find((each) => each.id === header.id)?.rails ?? [])
        for (const each of [...rail.start, ...rail.middle, ...rail.end])
          if (each.id === item.id) each.part = id;
    });
  };
  const loose = () => changeItem(header.id, item, `Cut ${title} loose`, (draft) => delete draft.part);
  if (item.part === undefined)
    return (
      <div className="row tag-acts">
        <Button size="small" variant="outlined" onClick={keep}>
          Keep it for reuse
        </Button>
      </div>
    );
  if (!part)
    return (
      <p className="tag-note" role="note">
        It was kept under a name that has gone.{' '}
        <button type="button" className="link" onClick={loose}>
          Cut it loose
        </button>
      </p>
    );
  const elsewhere = usesOf(site, part).filter(
    (use) => use.header.id !== header.id || use.item?.id !== item.id,
  );
  const names = [...new Set(elsewhere.map((use) => use.header.name))];
  const count = (id: string) =>
    id === header.id ? standing?.count : others.find((each) => each.header.id === id)?.count;
  const told = [...new Map(elsewhere.map((use) => [use.header.id, use.header])).values()].flatMap((each) => {
    const findings = count(each.id);
    return findings === undefined
      ? []
      : [`${each.name}: ${findings === 0 ? 'clear' : `${findings} findings`}`];
  });
  return (
    <div className="tag-note reuse" role="group" aria-label="Kept for reuse">
      <FieldRow label="Kept as">
        <TextInput
          label="Name under which it is kept"
          value={part.name}
          problem={byRule(KeptPart, 'name')}
          onChange={(name) =>
            edit(
              'Name of a kept part',
              (draft) => {
                const own = draft.parts?.find(({ id }) => id === part.id);
                if (own) own.name = name;
              },
              `part ${part.id}`,
            )
          }
        />
      </FieldRow>
      <p>
        {names.length === 0
          ? 'It hangs nowhere else yet: hang it in another header under “Hang an item”.'
          : `Also in ${names.join(', ')}: what you change here changes there, as one step.`}
      </p>
      {told.length > 0 && <p role="status">How they stand now: {told.join('; ')}.</p>}
      <Button size="small" variant="outlined" onClick={loose}>
        Cut it loose
      </Button>
    </div>
  );
}
