/**
 * How a student answers each kind of part. What an author and a printer need stands in
 * `authoring.ts`, so that the student's page does not carry it. A kind that is missing here, or a
 * component that does not take its parts, does not compile.
 */
import type { PartKind } from '@oaken/core/items';
import type { Component } from 'vue';
import DrawingAnswer from './by-hand/DrawingAnswer.vue';
import LongTextAnswer from './by-hand/LongTextAnswer.vue';
import UploadAnswer from './by-hand/UploadAnswer.vue';
import ChoiceAnswer from './choice/ChoiceAnswer.vue';
import ExpressionAnswer from './expression/ExpressionAnswer.vue';
import TableAnswer from './fill-table/TableAnswer.vue';
import type { ShownBy } from './fits';
import ModelAnswer from './fraction-model/ModelAnswer.vue';
import GridAnswer from './grid/GridAnswer.vue';
import InlineAnswer from './inline-choice/InlineAnswer.vue';
import PoolAnswer from './matching/PoolAnswer.vue';
import NumberLineAnswer from './number-line/NumberLineAnswer.vue';
import OrderingAnswer from './ordering/OrderingAnswer.vue';
import PlacesAnswer from './places/PlacesAnswer.vue';
import PlaneAnswer from './plane/PlaneAnswer.vue';
import PlotAnswer from './plot/PlotAnswer.vue';
import StepsAnswer from './steps/StepsAnswer.vue';
import SurveyAnswer from './survey/SurveyAnswer.vue';
import TypedAnswer from './typed/TypedAnswer.vue';
import WordsAnswer from './words-in-text/WordsAnswer.vue';

const views = {
  'single-choice': ChoiceAnswer,
  'multiple-choice': ChoiceAnswer,
  'true-false': ChoiceAnswer,
  'inline-choice': InlineAnswer,
  numeric: TypedAnswer,
  expression: ExpressionAnswer,
  'short-text': TypedAnswer,
  'long-text': LongTextAnswer,
  matching: PoolAnswer,
  sorting: PoolAnswer,
  ordering: OrderingAnswer,
  'words-in-text': WordsAnswer,
  places: PlacesAnswer,
  grid: GridAnswer,
  'fill-table': TableAnswer,
  steps: StepsAnswer,
  'number-line': NumberLineAnswer,
  'coordinate-plane': PlaneAnswer,
  plot: PlotAnswer,
  'fraction-model': ModelAnswer,
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
