<script setup lang="ts">
/** How far two markers agree: shares and kappas, and the points of one against those of the other. */
import type { AnswerOf, api } from '@oaken/contract';
import { elementAt } from '@oaken/core/certain';
import { agreementWord } from '@oaken/core/marking';
import { say } from '../../words/teacher';
import { figureText, figureTitle } from '../results/figures';
import { pointsText } from '../shared/words';

defineProps<{
  secondMarking: NonNullable<AnswerOf<typeof api.readAgreement>['secondMarking']>;
}>();
</script>

<template>
  <table class="ruled">
    <tbody>
      <tr>
        <td>{{ say('marking.markedByBoth') }}</td>
        <td class="figures">
          <b>{{ secondMarking.n }}</b>
        </td>
        <td />
      </tr>
      <tr>
        <td>{{ say('marking.theSamePoints') }}</td>
        <td class="figures">
          <b>{{ secondMarking.same }}</b>
        </td>
        <td class="faded small">{{ say('marking.exactAgreement') }}</td>
      </tr>
      <tr :title="figureTitle(secondMarking.kappa)">
        <td>{{ say('marking.cohensKappa') }}</td>
        <td class="figures">
          <b>{{ figureText(secondMarking.kappa) }}</b>
        </td>
        <td class="faded small">
          {{
            secondMarking.kappa.value === null
              ? secondMarking.kappa.reason
              : say('marking.agreementWordBeyondWhat', {
                  agreementWord: agreementWord(secondMarking.kappa.value),
                })
          }}
        </td>
      </tr>
      <tr :title="figureTitle(secondMarking.weighted)">
        <td>{{ say('marking.weightedKappa') }}</td>
        <td class="figures">
          <b>{{ figureText(secondMarking.weighted) }}</b>
        </td>
        <td class="faded small">
          {{
            secondMarking.weighted.value === null
              ? secondMarking.weighted.reason
              : say('marking.nearMissesCountLess')
          }}
        </td>
      </tr>
    </tbody>
  </table>
  <table v-if="secondMarking.n" class="ruled cross">
    <caption>
      {{
        say('marking.rowsYourPointsColumns', { secondMarker: secondMarking.secondMarker })
      }}
    </caption>
    <thead>
      <tr>
        <td />
        <th v-for="point in secondMarking.points" :key="point" class="figures">
          {{ pointsText(point) }}
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(line, index) in secondMarking.table" :key="index">
        <th class="figures">{{ pointsText(elementAt(secondMarking.points, index)) }}</th>
        <td v-for="(n, to) in line" :key="to" class="figures" :class="{ same: index === to }">
          {{ n || '·' }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.cross {
  width: auto;
  margin-top: 16px;
}
.same {
  background: var(--wash);
  font-weight: 600;
}
caption {
  white-space: nowrap;
  text-align: start;
  padding-bottom: 4px;
}
</style>
