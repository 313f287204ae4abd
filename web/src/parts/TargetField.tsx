import { OptionalTarget } from '@hatrail/core/model/menu';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, FieldRow, TextInput } from './fields.tsx';
import { byRule } from './rules.ts';

interface TargetFieldProps {
  site: Site;
  /** What leads there, as it is named in labels. */
  of: string;
  value: OptionalTarget;
  /** Whether it may lead nowhere, and what that is called. */
  canBeNone?: boolean;
  nowhere?: string;
  onChange: (to: { page?: string; address?: string }) => void;
}

type Kind = 'page' | 'address' | 'none';

/** Where a link goes: a page of the site, an address or anchor, or nowhere. */
export function TargetField({
  site,
  of,
  value,
  canBeNone = false,
  nowhere = 'nowhere; it only opens',
  onChange,
}: TargetFieldProps) {
  const kind: Kind = value.address !== undefined ? 'address' : value.page !== undefined ? 'page' : 'none';
  const home = site.pages[0]?.id;
  const choose = (next: Kind) => {
    if (next === 'page' && home !== undefined) onChange({ page: home });
    if (next === 'address') {
      onChange({ address: site.pages.find(({ id }) => id === value.page)?.path ?? '/' });
    }
    if (next === 'none') onChange({});
  };
  return (
    <>
      <FieldRow label="Leads to">
        <ChoiceField<Kind>
          label={`What ${of} leads to`}
          value={kind}
          options={[
            ['page', 'a page'],
            ['address', 'an address or anchor'],
            ...(canBeNone || kind === 'none' ? [['none', nowhere] as const] : []),
          ]}
          onChange={choose}
        />
      </FieldRow>
      {kind === 'page' && (
        <FieldRow label="Page">
          <ChoiceField
            label={`Page of ${of}`}
            value={value.page ?? ''}
            options={site.pages.map(({ id, title }) => [id, title] as const)}
            onChange={(page) => onChange({ page })}
          />
        </FieldRow>
      )}
      {kind === 'address' && (
        <FieldRow label="Address">
          <TextInput
            label={`Address of ${of}`}
            value={value.address ?? ''}
            placeholder="https://, mailto:, tel:, / or #"
            problem={byRule(OptionalTarget, 'address')}
            onChange={(address) => onChange({ address })}
          />
        </FieldRow>
      )}
    </>
  );
}
