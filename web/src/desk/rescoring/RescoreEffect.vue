<script setup lang="ts">
/** Who gains and who loses by a change of what counts, and what becomes of the class's figures. */
import type { AnswerOf, api } from '@oaken/contract';
import { figureText, figureTitle } from '../results/figures';
import { percent, pointsText } from '../shared/words';
import { say } from '../../words/teacher';

type Ahead = AnswerOf<typeof api.previewRescore>;
const props = defineProps<{ ahead: Ahead; hidden?: boolean }>();
type Moved = Ahead['gain'][number];
const share = ({ points, maxPoints }: Moved['before']) => (maxPoints > 0 ? points / maxPoints : 0);
const figures = [
  [say('rescoring.meanPoints'), 'mean'],
  [say('rescoring.meanShare'), 'meanShare'],
  [say('rescoring.reliabilityAlpha'), 'alpha'],
  [say('rescoring.standardErrorPoints'), 'standardError'],
] as const;
const shown = (name: (typeof figures)[number][1], moment: 'before' | 'after') => {
  const figure = props.ahead.figures[moment][name];
  return name === 'meanShare' && figure.value !== null ? percent(figure.value) : figureText(figure);
};
</script>

<template>
  <ul class="words">
    <li v-for="word in ahead.words" :key="word">{{ word }}</li>
  </ul>
  <p class="sum">
    <b>{{ say('rescoring.studentsGain', { n: ahead.gain.length }) }}</b>,
    <b>{{ say('rescoring.lose', { n: ahead.lose.length }) }}</b>,
    {{ say('rescoring.unchanged', { n: ahead.same }) }}.
  </p>
  <p v-if="ahead.working > 0" class="faded">
    {{ say('rescoring.studentsStillWorkingTheir', { n: ahead.working }) }}
  </p>
  <table class="ruled">
    <thead>
      <tr>
        <th>{{ say('common.class') }}</th>
        <th class="figures">{{ say('rescoring.before') }}</th>
        <th class="figures">{{ say('rescoring.after') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="[title, name] in figures" :key="name">
        <td>{{ title }}</td>
        <td class="figures" :title="figureTitle(ahead.figures.before[name])">
          {{ shown(name, 'before') }}
        </td>
        <td class="figures" :title="figureTitle(ahead.figures.after[name])">
          <b>{{ shown(name, 'after') }}</b>
        </td>
      </tr>
      <tr v-for="band in ahead.bands" :key="band.name">
        <td>{{ band.name }}</td>
        <td class="figures">{{ band.before }}</td>
        <td class="figures">
          <b>{{ band.after }}</b>
        </td>
      </tr>
    </tbody>
  </table>
  <slot />
  <template
    v-for="[title, list] in [
      [say('rescoring.gain'), ahead.gain],
      [say('rescoring.loseTitle'), ahead.lose],
    ] as const"
    :key="title"
  >
    <template v-if="list.length">
      <h3 class="gap">{{ title }}</h3>
      <table class="ruled">
        <tbody>
          <tr v-for="line in list" :key="line.student.id">
            <td>
              {{ hidden ? say('rescoring.aStudent') : line.student.name }}
              <span class="faded small">{{ line.student.class }}</span>
            </td>
            <td class="figures">
              {{
                say('rescoring.pointsMaxPoints', {
                  points: pointsText(line.before.points),
                  maxPoints: pointsText(line.before.maxPoints),
                })
              }}
              <b>{{ pointsText(line.after.points) }}</b>
              {{ say('rescoring.ofMaxPoints', { maxPoints: pointsText(line.after.maxPoints) }) }}
            </td>
            <td class="figures">
              {{ percent(share(line.before)) }} → {{ percent(share(line.after)) }}
            </td>
            <td>{{ line.bands ? `${line.bands.before} → ${line.bands.after}` : '' }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </template>
</template>

<style scoped>
table {
  margin-bottom: 14px;
}
.words {
  margin: 0 0 8px;
  padding-inline-start: 18px;
}
.sum {
  margin: 8px 0;
}
.gap {
  margin: 16px 0 4px;
}
</style>
