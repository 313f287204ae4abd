import { Button } from '@mui/material';
import { freeId } from '@hatrail/core/model/freeId';
import { usesOf } from '@hatrail/core/model/carry';
import { KeptPart, MOST_PARTS } from '@hatrail/core/model/parts';
import type { Site } from '@hatrail/core/model/site';
import { useEditor } from '../editor/store.ts';
import { FieldRow, TextInput } from '../parts/fields.tsx';
import { byRule } from '../parts/rules.ts';
import { nameOfUse, type Reusable } from './kinds.ts';

/** Whether something is kept for reuse: under what name, where else it is used, and how it is cut loose. */
export function Reuse({ site, of }: { site: Site; of: Reusable }) {
  const { edit } = useEditor.getState();
  const part = site.parts?.find(({ id }) => id === of.part);
  const keep = () => {
    const id = freeId(of.base, site.parts ?? []);
    edit(`Keep ${of.title} for reuse`, (draft) => {
      draft.parts = [...(draft.parts ?? []), { id, name: of.title.slice(0, 60), ...of.kept() }];
      of.mark(draft, id);
    });
  };
  const loose = () => edit(`Cut ${of.title} loose`, (draft) => of.mark(draft, undefined));
  if (of.part === undefined)
    return (
      <div className="row tag-acts">
        <Button
          size="small"
          variant="outlined"
          disabled={(site.parts?.length ?? 0) >= MOST_PARTS}
          onClick={keep}
        >
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
  const uses = usesOf(site, part);
  const names = [
    ...new Set(uses.filter(({ header, page }) => (header ?? page)?.id !== of.place).map(nameOfUse)),
  ];
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
        {uses.length < 2
          ? `It is used nowhere else yet: ${of.hint}.`
          : names.length === 0
            ? 'It is used once more here: what you change can be changed there, too.'
            : `Also in ${names.join(', ')}: what you change here can be changed there, too, once it is told what that would do.`}
      </p>
      <Button size="small" variant="outlined" onClick={loose}>
        Cut it loose
      </Button>
    </div>
  );
}
