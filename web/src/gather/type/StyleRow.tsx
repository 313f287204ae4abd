import { cssColour } from '@hatrail/core/colour/rgb';
import { familyList, weightOf } from '@hatrail/core/measure/measure';
import { resolveColour } from '@hatrail/core/model/palette';
import type { Site } from '@hatrail/core/model/site';
import {
  FAMILIES,
  FAMILY_IDS,
  inCase,
  isOwnFamily,
  LETTER_CASES,
  lineHeightPx,
  WEIGHTS,
  type FamilyId,
  type HeadingShadow,
  TypeStyle,
} from '@hatrail/core/model/type';
import { ChoiceField, FieldRow } from '../../parts/fields.tsx';
import { RuleNumber } from '../../parts/RuleNumber.tsx';

interface StyleRowProps {
  site: Site;
  name: string;
  title: string;
  style: TypeStyle;
  words: string;
  /** Under the letters of the sample. */
  shadow?: HeadingShadow | undefined;
  onChange: (part: Partial<TypeStyle>, label: string) => void;
  children?: React.ReactNode;
}

function shadowText({ palette }: Site, { x, y, blur, colour, opacity }: HeadingShadow): string {
  return `${x}px ${y}px ${blur}px ${cssColour(resolveColour(palette, colour), opacity)}`;
}

/** A kind of text, seen in its own words, with all that it is set in. */
export function StyleRow({
  site,
  name,
  title,
  style,
  words,
  shadow,
  onChange: change,
  children,
}: StyleRowProps) {
  const families = [
    ...FAMILY_IDS.map(
      (id) => [id as FamilyId, `${FAMILIES[id].name}, ${FAMILIES[id].style.toLowerCase()}`] as const,
    ),
    ...(site.fonts ?? []).map(({ id, name: called }) => [id as FamilyId, `${called}, your own`] as const),
  ];
  return (
    <section className="type-row" aria-labelledby={`type-${name}`}>
      <div className="type-sample">
        <h2 id={`type-${name}`}>{title}</h2>
        <p
          style={{
            fontFamily: familyList(style.family),
            fontWeight: weightOf(style),
            fontSize: style.size,
            lineHeight: `${lineHeightPx(style)}px`,
            letterSpacing: style.letterSpacing,
            ...(shadow && { textShadow: shadowText(site, shadow) }),
          }}
        >
          {inCase(style, words)}
        </p>
      </div>
      <div className="type-fields">
        <div className="type-family">
          <FieldRow label="Family">
            <ChoiceField
              label={`Family of ${title}`}
              value={style.family}
              options={families}
              onChange={(family) => change({ family }, 'family')}
            />
          </FieldRow>
        </div>
        <FieldRow label="Weight">
          {isOwnFamily(style.family) ? (
            <span className="quiet">as in the file</span>
          ) : (
            <ChoiceField
              label={`Weight of ${title}`}
              value={String(style.weight)}
              options={WEIGHTS.map((weight) => [String(weight), String(weight)] as const)}
              onChange={(weight) => change({ weight: Number(weight) as TypeStyle['weight'] }, 'weight')}
            />
          )}
        </FieldRow>
        <FieldRow label="Size">
          <RuleNumber
            of={[TypeStyle, 'size']}
            label={`Size of ${title}`}
            unit="px"
            step={0.5}
            value={style.size}
            onChange={(size) => change({ size }, 'size')}
          />
        </FieldRow>
        <FieldRow label="Line height">
          <RuleNumber
            of={[TypeStyle, 'lineHeight']}
            label={`Line height of ${title}`}
            unit={`× size, ${lineHeightPx(style)} px`}
            step={0.05}
            value={style.lineHeight}
            onChange={(lineHeight) => change({ lineHeight }, 'line height')}
          />
        </FieldRow>
        <FieldRow label="Between letters">
          <RuleNumber
            of={[TypeStyle, 'letterSpacing']}
            label={`Letter-spacing of ${title}`}
            unit="px"
            step={0.1}
            value={style.letterSpacing}
            onChange={(letterSpacing) => change({ letterSpacing }, 'letter-spacing')}
          />
        </FieldRow>
        <FieldRow label="Letter-case">
          <ChoiceField
            label={`Letter-case of ${title}`}
            value={style.letterCase}
            options={LETTER_CASES.map((letterCase) => [letterCase, letterCase] as const)}
            onChange={(letterCase) => change({ letterCase }, 'letter-case')}
          />
        </FieldRow>
        {children}
      </div>
    </section>
  );
}
