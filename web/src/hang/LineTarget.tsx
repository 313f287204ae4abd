import { at } from '@hatrail/core/lists';
import { isSafeAddress, type LinkTarget } from '@hatrail/core/model/menu';
import type { Site } from '@hatrail/core/model/site';
import { ChoiceField, FieldRow, TextInput } from '../parts/fields.tsx';

interface LineTargetProps {
  site: Site;
  value: LinkTarget | undefined;
  onChange: (to: LinkTarget | undefined) => void;
}

type Kind = 'nowhere' | 'page' | 'tel' | 'mailto' | 'sms' | 'address';

const NAMES: Record<Kind, string> = {
  nowhere: 'nowhere',
  page: 'a page',
  tel: 'a phone number',
  mailto: 'a mail address',
  sms: 'a message',
  address: 'a map, or any address',
};

/** What each kind begins with, an example, and the form of the rest. */
const FORMS: Record<'tel' | 'mailto' | 'sms', { example: string; isSound: RegExp; says: string }> = {
  tel: {
    example: '+44 1234 567890',
    isSound: /^\+?[\d\s().-]{3,}$/,
    says: 'Give a phone number: digits, with + in front.',
  },
  mailto: {
    example: 'hello@example.org',
    isSound: /^[^\s@<>"']+@[^\s@<>"']+$/,
    says: 'Give a mail address like hello@example.org.',
  },
  sms: {
    example: '+44 7700 900000',
    isSound: /^\+?[\d\s().-]{3,}$/,
    says: 'Give a phone number: digits, with + in front.',
  },
};

function kindOf(to: LinkTarget | undefined): Kind {
  if (!to) return 'nowhere';
  if (to.address === undefined) return 'page';
  return (/^(tel|mailto|sms):/.exec(to.address)?.[1] as Kind | undefined) ?? 'address';
}

/** Where a line of text or a picture leads: nowhere, a page, a phone number, a mail address, a message, a map. */
export function LineTarget({ site, value, onChange }: LineTargetProps) {
  const kind = kindOf(value);
  const form = kind === 'tel' || kind === 'mailto' || kind === 'sms' ? FORMS[kind] : undefined;
  const choose = (next: Kind) => {
    if (next === 'nowhere') onChange(undefined);
    else if (next === 'page') onChange({ page: at(site.pages, 0).id });
    else if (next === 'address') onChange({ address: 'https://example.org/' });
    else onChange({ address: `${next}:${FORMS[next].example.replace(/\s/g, '')}` });
  };
  return (
    <>
      <FieldRow label="Leads to">
        <ChoiceField<Kind>
          label="What it leads to"
          value={kind}
          options={(Object.keys(NAMES) as Kind[]).map((name) => [name, NAMES[name]] as const)}
          onChange={choose}
        />
      </FieldRow>
      {kind === 'page' && (
        <FieldRow label="Page">
          <ChoiceField
            label="Page that it leads to"
            value={value?.page ?? ''}
            options={site.pages.map(({ id, title }) => [id, title] as const)}
            onChange={(page) => onChange({ page })}
          />
        </FieldRow>
      )}
      {form && (
        <FieldRow label={kind === 'mailto' ? 'Address' : 'Number'}>
          <TextInput
            label={kind === 'mailto' ? 'Mail address' : 'Phone number'}
            value={value!.address!.slice(kind.length + 1)}
            placeholder={form.example}
            problem={(text) => (form.isSound.test(text) ? undefined : form.says)}
            onChange={(text) => onChange({ address: `${kind}:${text.replace(/[\s()]/g, '')}` })}
          />
        </FieldRow>
      )}
      {kind === 'address' && (
        <FieldRow label="Address">
          <TextInput
            label="Address that it leads to"
            value={value?.address ?? ''}
            problem={(text) =>
              isSafeAddress(text) ? undefined : 'Give an address that begins with https://, geo:, / or #.'
            }
            onChange={(address) => onChange({ address })}
          />
        </FieldRow>
      )}
    </>
  );
}
