import { useOutletContext } from 'react-router';
import { WORD_KEYS, WORD_SETS, Words as WordsModel, wordsOf, type AllWords } from '@hatrail/core/model/words';
import type { EditorContext } from '../../editor/Editor.tsx';
import { useEditor } from '../../editor/store.ts';
import { ChoiceField, FieldRow, TextInput } from '../../parts/fields.tsx';
import { byRule } from '../../parts/rules.ts';

const LABELS: Record<(typeof WORD_KEYS)[number], { label: string; about: string }> = {
  skip: { label: 'Skip link', about: 'the first thing the keyboard comes to' },
  menu: { label: 'Menu button', about: 'said of the three lines, and of the folded menu' },
  close: { label: 'Close button', about: 'said of the cross in the folded menu' },
  more: { label: 'Opener', about: 'said of what opens a drop-down; {} stands for the entry' },
  home: { label: 'Logo', about: 'said of the logo, which leads home; {} stands for what it says' },
  newWindow: { label: 'New window', about: 'said after an entry that opens one' },
};

/** The header’s words that no menu holds, in the site’s language. */
export function WordsScreen() {
  const { loaded } = useOutletContext<EditorContext>();
  const edit = useEditor((state) => state.edit);
  const words = wordsOf(loaded.site);
  const set = (key: keyof AllWords, value: string) =>
    edit(
      'Words of the header',
      (draft) => void (draft.words = { ...draft.words, [key]: value }),
      `word ${key}`,
    );
  const ready = WORD_SETS.find(
    ({ words: said }) => JSON.stringify(said) === JSON.stringify({ ...said, ...words }),
  );
  return (
    <section className="words-part" aria-labelledby="words-title">
      <h1 id="words-title">Words</h1>
      <p className="quiet">
        What a screen reader says of the header’s marks, and the link that skips it. They are part of every
        header.
      </p>
      <FieldRow label="Ready words">
        <ChoiceField
          label="Ready words"
          value={ready?.words.lang ?? ''}
          options={[
            ...(ready ? [] : [['', 'Your own'] as const]),
            ...WORD_SETS.map(({ name, words: said }) => [said.lang, name] as const),
          ]}
          onChange={(lang) => {
            const chosen = WORD_SETS.find(({ words: said }) => said.lang === lang);
            if (chosen) edit(`Words in ${chosen.name}`, (draft) => void (draft.words = { ...chosen.words }));
          }}
        />
      </FieldRow>
      <FieldRow label="Language of the site">
        <TextInput
          label="Language of the site"
          value={words.lang}
          problem={byRule(WordsModel, 'lang')}
          onChange={(text) => set('lang', text)}
        />
      </FieldRow>
      {WORD_KEYS.map((key) => (
        <FieldRow key={key} label={LABELS[key].label}>
          <TextInput
            label={LABELS[key].label}
            value={words[key]}
            problem={byRule(WordsModel, key)}
            onChange={(text) => set(key, text)}
          />
          <span className="quiet">{LABELS[key].about}</span>
        </FieldRow>
      ))}
    </section>
  );
}
