import { changesByScroll } from '@hatrail/core/header/manner';
import { Manner, InkChange, EASINGS, type Easing, type Header } from '@hatrail/core/model/header';
import type { SceneFacts } from '../engine/types.ts';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { ChoiceRow, Select } from './Choice.tsx';
import { setManner } from './lookEdits.ts';
import { switchKind } from './SwitchFields.tsx';

/** CSS pixels that a change is spread over at first. */
const STRETCH = 120;
export const STRETCH_LABEL = 'Stretch of the change';

/** How one look becomes the next: over time, the inks with the rest or by a time of their own, or along with the scroll. */
export function ChangeFields({ header, facts }: { header: Header; facts: SceneFacts | undefined }) {
  const { manner } = header;
  const byScroll = changesByScroll(header);
  const way = facts?.transition;
  return (
    <>
      {(header.own !== undefined || switchKind(header) !== 'ground') && (
        <ChoiceRow label="The change goes">
          <Select
            label="What the change goes by"
            value={byScroll ? 'scroll' : 'time'}
            options={{ time: 'Over time', scroll: 'Along with the scroll' }}
            onChange={(by) =>
              setManner(header, { stretch: by === 'scroll' ? STRETCH : undefined }, 'What the change goes by')
            }
          />
          {byScroll && (
            <RuleNumber
              of={[Manner, 'stretch']}
              label="Stretch of scroll"
              unit="px"
              value={manner.stretch!}
              onChange={(stretch) => setManner(header, { stretch }, STRETCH_LABEL)}
            />
          )}
        </ChoiceRow>
      )}
      {byScroll && (
        <p className="origin">
          {way
            ? `From ${way.from} to ${way.to} px down this page, with the switch in its middle. Both ends can be dragged on the film.`
            : 'Being computed.'}
        </p>
      )}
      {(!byScroll || (manner.smaller ?? 0) > 0 || manner.onScroll === 'returns') && (
        <ChoiceRow label={byScroll ? 'What moves takes' : 'The change takes'}>
          <RuleNumber
            of={[Manner, 'duration']}
            label="Duration"
            unit="ms"
            value={manner.duration}
            onChange={(duration) => setManner(header, { duration }, 'Duration of the change')}
          />
          <Select<Easing>
            label="Easing"
            value={manner.easing ?? 'ease'}
            options={Object.fromEntries(EASINGS.map((name) => [name, name])) as Record<Easing, string>}
            onChange={(easing) => setManner(header, { easing }, 'Easing of the change')}
          />
        </ChoiceRow>
      )}
      {!byScroll && (
        <ChoiceRow label="The inks">
          <Select
            label="The inks change"
            value={manner.ink ? 'apart' : 'along'}
            options={{ along: 'Change with the rest', apart: 'Have their own time' }}
            onChange={(how) =>
              setManner(
                header,
                { ink: how === 'apart' ? { delay: 0, duration: manner.duration } : undefined },
                'When the inks change',
              )
            }
          />
          {manner.ink && (
            <>
              <RuleNumber
                of={[InkChange, 'delay']}
                label="After"
                unit="ms"
                value={manner.ink.delay}
                onChange={(delay) =>
                  setManner(header, { ink: { ...manner.ink!, delay } }, 'Delay of the inks')
                }
              />
              <RuleNumber
                of={[InkChange, 'duration']}
                label="Over"
                unit="ms"
                value={manner.ink.duration}
                onChange={(duration) =>
                  setManner(header, { ink: { ...manner.ink!, duration } }, 'Duration of the inks’ change')
                }
              />
            </>
          )}
        </ChoiceRow>
      )}
    </>
  );
}
