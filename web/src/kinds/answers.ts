/**
 * How a student answers each kind of part. What an author and a printer need stands in
 * `authoring.ts`, so that the student's page does not carry it. A kind that is missing here, or a
 * component that does not take its parts, does not compile.
 */
import type { PartKind } from '@oaken/core/items';
import { defineAsyncComponent, type AsyncComponentLoader, type Component } from 'vue';
import DrawingAnswer from './by-hand/DrawingAnswer.vue';
import LongTextAnswer from './by-hand/LongTextAnswer.vue';
import UploadAnswer from './by-hand/UploadAnswer.vue';
import ChoiceAnswer from './choice/ChoiceAnswer.vue';
import type { ShownBy } from './fits';
import GridAnswer from './grid/GridAnswer.vue';
import InlineAnswer from './inline-choice/InlineAnswer.vue';
import PoolAnswer from './matching/PoolAnswer.vue';
import OrderingAnswer from './ordering/OrderingAnswer.vue';
import PlacesAnswer from './places/PlacesAnswer.vue';
import SurveyAnswer from './survey/SurveyAnswer.vue';
import TypedAnswer from './typed/TypedAnswer.vue';
import WordsAnswer from './words-in-text/WordsAnswer.vue';

/** Comes when it is first shown: a test of choices and words does not carry mathematics. */
const later = <C>(load: () => Promise<{ default: C }>): C =>
  defineAsyncComponent(load as AsyncComponentLoader) as C;

const views = {
  'single-choice': ChoiceAnswer,
  'multiple-choice': ChoiceAnswer,
  'true-false': ChoiceAnswer,
  'inline-choice': InlineAnswer,
  numeric: TypedAnswer,
  expression: later(() => import('./expression/ExpressionAnswer.vue')),
  'short-text': TypedAnswer,
  'long-text': LongTextAnswer,
  matching: PoolAnswer,
  sorting: PoolAnswer,
  ordering: OrderingAnswer,
  'words-in-text': WordsAnswer,
  places: PlacesAnswer,
  grid: GridAnswer,
  'fill-table': later(() => import('./fill-table/TableAnswer.vue')),
  steps: later(() => import('./steps/StepsAnswer.vue')),
  'number-line': later(() => import('./number-line/NumberLineAnswer.vue')),
  'coordinate-plane': later(() => import('./plane/PlaneAnswer.vue')),
  plot: later(() => import('./plot/PlotAnswer.vue')),
  'fraction-model': later(() => import('./fraction-model/ModelAnswer.vue')),
  drawing: DrawingAnswer,
  upload: UploadAnswer,
  survey: SurveyAnswer,
  information: null,
};
const checked: { [K in PartKind]: ShownBy<(typeof views)[K], K> } = views;

/** The component that answers a kind; null where nothing is asked. */
export const answers: Readonly<Record<PartKind, Component | null>> = checked;

/** Kinds whose choices a student can cross out while thinking. */
const crossable: readonly PartKind[] = ['single-choice', 'multiple-choice'];
export const canCrossOut = (kind: PartKind) => crossable.includes(kind);
