import type { SceneFacts } from '../engine/types.ts';
import { type LayerName } from '@hatrail/core/layers/index';
import { type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Cut } from '@hatrail/core/sweep/cut';
import type { Row } from '@hatrail/core/sweep/row';
import { type FillAnswer } from '../editor/verdicts.ts';
import type { PinnedState } from '../parts/preview.ts';
import type { Page } from '@hatrail/core/model/page';
import type { LoadedSite } from '../engine/loadedSite.ts';
import type { Compare } from './compare.ts';

/** A part of the cut that can be open: one at a time. */
export type OpenPart = LayerName | 'manner' | 'covers' | 'opening' | 'extent';

export interface CutPanelProps {
  site: Site;
  header: Header;
  moment: Moment;
  loaded: LoadedSite;
  page: Page;
  width: number;
  rows: readonly Row[];
  worst: Row | undefined;
  cut: Cut | undefined;
  answer: FillAnswer;
  facts: SceneFacts | undefined;
  /** The part that is open, and whose look it is. */
  open: OpenPart;
  onOpen: (part: OpenPart) => void;
  whose: string;
  onWhose: (whose: string) => void;
  /** The state that the links on the stage are held in. */
  held: PinnedState | undefined;
  onHold: (held: PinnedState | undefined) => void;
  onCompare: Compare;
}
