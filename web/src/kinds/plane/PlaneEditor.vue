<script setup lang="ts">
/** The plane, what can be drawn in it, and the key: drawn in the plane itself, or typed. */
import {
  amountOf,
  figureInWords,
  figureNames,
  kindOf,
  type CoordinatePlane,
  type Figure,
  type FigureName,
  type SittingCoordinatePlane,
} from '@oaken/core/items';
import { computed } from 'vue';
import type { Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import { toggled } from '../../parts/toggled';
import { plain } from '../../desk/shared/keptText';
import AxisEditor from '../board/AxisEditor.vue';
import PlaneAnswer from './PlaneAnswer.vue';
import { say } from '../../words/teacher';

const part = defineModel<CoordinatePlane>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const change = (plane: Partial<CoordinatePlane>) => (part.value = { ...part.value, ...plane });
const sitting = computed(
  () => kindOf(part.value).forSitting(plain(part.value)) as SittingCoordinatePlane,
);
const problemsHere = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(key|x|y|snap|figures)/.test(pointer)),
);
/** Numbers that only a variant has cannot be set in the plane; they are typed. */
const isPlain = computed(() => {
  const { x, y, snap } = part.value;
  return [snap, x.from, x.to, y.from, y.to].every((text) => amountOf(text) !== null);
});
const names: Record<FigureName, string> = {
  point: say('kinds.figurePoint'),
  segment: say('kinds.figureSegment'),
  line: say('kinds.figureLine'),
  parabola: say('kinds.figureParabola'),
  circle: say('kinds.figureCircle'),
  'half-plane': say('kinds.figureHalfPlane'),
};
const offer = (figure: FigureName) =>
  change({ figures: toggled(part.value.figures, figure) as FigureName[] });
function setCoordinate(figure: Figure, index: number, place: number, side: 0 | 1, text: string) {
  const points = figure.points.map((point, n): [string, string] => {
    if (n !== place) return point;
    return side === 0 ? [text.trim(), point[1]] : [point[0], text.trim()];
  });
  change({ key: part.value.key.with(index, { ...figure, points }) });
}
</script>

<template>
  <AxisEditor
    :model-value="part.x"
    :name="say('kinds.xAxis')"
    @update:model-value="change({ x: $event })"
  />
  <AxisEditor
    :model-value="part.y"
    :name="say('kinds.yAxis')"
    @update:model-value="change({ y: $event })"
  />
  <div class="settings">
    <label
      ><span class="label">{{ say('kinds.marksAtMultiples') }}</span
      ><CommitInput
        class="amount"
        :model-value="part.snap"
        maxlength="40"
        @change="change({ snap: $event.trim() })"
    /></label>
    <div role="group" :aria-label="say('kinds.studentsCanDraw')">
      <span class="label">{{ say('kinds.studentsCanDraw') }}</span>
      <ElCheckbox
        v-for="figure in figureNames"
        :key="figure"
        class="small"
        :model-value="part.figures.includes(figure)"
        @change="offer(figure)"
        >{{ names[figure] }}</ElCheckbox
      >
    </div>
  </div>
  <h3>{{ say('kinds.whatRight') }}</h3>
  <PlaneAnswer
    v-if="isPlain && part.figures.length > 0"
    :part="sitting"
    :response="part.key"
    :name="`key-${part.id}`"
    @answer="change({ key: $event })"
  />
  <details>
    <summary class="small">{{ say('kinds.typeCoordinates') }}</summary>
    <div v-for="(figure, index) in part.key" :key="index" class="typed">
      <span class="small">{{ names[figure.figure] }}</span>
      <template v-for="(point, place) in figure.points" :key="place">
        <CommitInput
          v-for="side in [0, 1] as const"
          :key="side"
          class="coordinate"
          :model-value="point[side]"
          maxlength="40"
          :aria-label="`${figureInWords(figure)}, ${side === 0 ? 'x' : 'y'} ${place + 1}`"
          @change="setCoordinate(figure, index, place, side, $event)"
        />
      </template>
    </div>
  </details>
  <p v-for="problem in problemsHere" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped src="../board/editor.css"></style>
<style scoped>
.coordinate {
  width: 4.5em;
}
</style>
