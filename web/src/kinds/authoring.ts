/**
 * How an author edits each kind of part, and what a student gets of it on paper. A kind that is
 * missing here, or a component that does not take its parts, does not compile.
 */
import type { PartKind } from '@oaken/core/items';
import type { Component } from 'vue';
import DrawingPaper from './by-hand/DrawingPaper.vue';
import HandEditor from './by-hand/HandEditor.vue';
import LongTextPaper from './by-hand/LongTextPaper.vue';
import UploadPaper from './by-hand/UploadPaper.vue';
import ChoiceEditor from './choice/ChoiceEditor.vue';
import ChoicePaper from './choice/ChoicePaper.vue';
import ExpressionEditor from './expression/ExpressionEditor.vue';
import ExpressionPaper from './expression/ExpressionPaper.vue';
import type { EditedBy, ShownBy } from './fits';
import TableEditor from './fill-table/TableEditor.vue';
import TablePaper from './fill-table/TablePaper.vue';
import ModelEditor from './fraction-model/ModelEditor.vue';
import ModelPaper from './fraction-model/ModelPaper.vue';
import NumberLineEditor from './number-line/NumberLineEditor.vue';
import NumberLinePaper from './number-line/NumberLinePaper.vue';
import PlaneEditor from './plane/PlaneEditor.vue';
import PlanePaper from './plane/PlanePaper.vue';
import PlotEditor from './plot/PlotEditor.vue';
import PlotPaper from './plot/PlotPaper.vue';
import StepsEditor from './steps/StepsEditor.vue';
import StepsPaper from './steps/StepsPaper.vue';
import GridEditor from './grid/GridEditor.vue';
import GridPaper from './grid/GridPaper.vue';
import InlineEditor from './inline-choice/InlineEditor.vue';
import InlinePaper from './inline-choice/InlinePaper.vue';
import MatchingEditor from './matching/MatchingEditor.vue';
import MatchingPaper from './matching/MatchingPaper.vue';
import OrderingEditor from './ordering/OrderingEditor.vue';
import OrderingPaper from './ordering/OrderingPaper.vue';
import PlacesEditor from './places/PlacesEditor.vue';
import PlacesPaper from './places/PlacesPaper.vue';
import SortingEditor from './sorting/SortingEditor.vue';
import SortingPaper from './sorting/SortingPaper.vue';
import SurveyEditor from './survey/SurveyEditor.vue';
import SurveyPaper from './survey/SurveyPaper.vue';
import TrueFalseEditor from './true-false/TrueFalseEditor.vue';
import TrueFalsePaper from './true-false/TrueFalsePaper.vue';
import NumericEditor from './typed/NumericEditor.vue';
import ShortTextEditor from './typed/ShortTextEditor.vue';
import TypedPaper from './typed/TypedPaper.vue';
import WordsEditor from './words-in-text/WordsEditor.vue';
import WordsPaper from './words-in-text/WordsPaper.vue';

const desk = {
  'single-choice': { editor: ChoiceEditor, paper: ChoicePaper },
  'multiple-choice': { editor: ChoiceEditor, paper: ChoicePaper },
  'true-false': { editor: TrueFalseEditor, paper: TrueFalsePaper },
  numeric: { editor: NumericEditor, paper: TypedPaper },
  expression: { editor: ExpressionEditor, paper: ExpressionPaper },
  'short-text': { editor: ShortTextEditor, paper: TypedPaper },
  'long-text': { editor: HandEditor, paper: LongTextPaper },
  'inline-choice': { editor: InlineEditor, paper: InlinePaper },
  matching: { editor: MatchingEditor, paper: MatchingPaper },
  sorting: { editor: SortingEditor, paper: SortingPaper },
  ordering: { editor: OrderingEditor, paper: OrderingPaper },
  grid: { editor: GridEditor, paper: GridPaper },
  'fill-table': { editor: TableEditor, paper: TablePaper },
  steps: { editor: StepsEditor, paper: StepsPaper },
  'number-line': { editor: NumberLineEditor, paper: NumberLinePaper },
  'coordinate-plane': { editor: PlaneEditor, paper: PlanePaper },
  plot: { editor: PlotEditor, paper: PlotPaper },
  'fraction-model': { editor: ModelEditor, paper: ModelPaper },
  'words-in-text': { editor: WordsEditor, paper: WordsPaper },
  places: { editor: PlacesEditor, paper: PlacesPaper },
  drawing: { editor: HandEditor, paper: DrawingPaper },
  upload: { editor: HandEditor, paper: UploadPaper },
  survey: { editor: SurveyEditor, paper: SurveyPaper },
  information: { editor: null, paper: null },
};
const checked: {
  [K in PartKind]: {
    editor: EditedBy<(typeof desk)[K]['editor'], K>;
    paper: ShownBy<(typeof desk)[K]['paper'], K>;
  };
} = desk;

export interface Authoring {
  /** Null where there is nothing to edit beside the prompt. */
  editor: Component | null;
  /** Null where nothing is asked. */
  paper: Component | null;
}
export const authoring: Readonly<Record<PartKind, Authoring>> = checked;
