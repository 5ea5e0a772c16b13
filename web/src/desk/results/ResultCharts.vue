<script setup lang="ts">
import { elementAt } from '@oaken/core/certain';
import type { ResultsAnswer } from '@oaken/contract/results';
import { BarChart, ScatterChart } from 'echarts/charts';
import {
  AriaComponent,
  GridComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { useRouter } from 'vue-router';
import { theme } from '../../theme/theme';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

use([
  BarChart,
  ScatterChart,
  GridComponent,
  TooltipComponent,
  AriaComponent,
  MarkLineComponent,
  SVGRenderer,
]);
const props = defineProps<{ results: ResultsAnswer; base: string }>();
const router = useRouter();
/** An item that is plotted opens where all of them are listed. */
const openItem = ({ data }: { data?: unknown }) =>
  router.push(`${props.base}/items?item=${(data as [number, number, number])[2]}`);

const colours = computed(() => {
  void theme.value;
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: of('--ink'),
    faded: of('--faded'),
    rule: of('--rule'),
    oak: of('--oak-light'),
    secure: of('--secure'),
    low: of('--low'),
  };
});
const fontOf = () => getComputedStyle(document.body).fontFamily;
const axis = computed(() => ({
  axisLabel: { color: colours.value.faded },
  axisLine: { lineStyle: { color: colours.value.faded } },
  splitLine: { lineStyle: { color: colours.value.rule } },
  nameTextStyle: { color: colours.value.faded },
}));

/** Ten equal steps of the points possible; the last one holds full marks. */
const steps = computed(() => {
  const counts = Array.from({ length: 10 }, () => 0);
  for (const { points, maxPoints, excused } of props.results.students) {
    if (points === null || !maxPoints || excused) continue;
    const bar = Math.min(9, Math.max(0, Math.floor((10 * points) / maxPoints + 1e-9)));
    counts[bar] = elementAt(counts, bar) + 1;
  }
  return counts;
});
const distribution = computed(() => ({
  aria: { enabled: true },
  textStyle: { fontFamily: fontOf() },
  grid: { left: 40, right: 12, top: 26, bottom: 42 },
  tooltip: {},
  xAxis: {
    type: 'category',
    data: steps.value.map((_, index) => `${index * 10}–${index * 10 + 10}`),
    name: say('results.percentPoints'),
    nameLocation: 'middle',
    nameGap: 28,
    ...axis.value,
  },
  yAxis: { type: 'value', minInterval: 1, name: 'students', ...axis.value },
  series: [
    {
      type: 'bar',
      data: steps.value,
      barCategoryGap: '8%',
      itemStyle: { color: colours.value.oak },
    },
  ],
}));
/** Share of the points, discrimination and number of each item that has both. */
const plotted = computed(() =>
  props.results.items.flatMap((item): [number, number, number][] =>
    item.facility.value === null || item.itemRest.value === null
      ? []
      : [[item.facility.value, item.itemRest.value, item.number]],
  ),
);
const scatter = computed(() => ({
  aria: { enabled: true },
  textStyle: { fontFamily: fontOf() },
  grid: { left: 46, right: 16, top: 26, bottom: 42 },
  tooltip: {
    formatter: ({ data }: { data: [number, number, number] }) =>
      say('results.itemAtPlace', {
        number: data[2],
        share: percent(data[0]),
        discrimination: data[1].toFixed(2),
      }),
  },
  xAxis: {
    type: 'value',
    min: 0,
    max: 1,
    name: say('results.facilityHardEasy'),
    nameLocation: 'middle',
    nameGap: 28,
    ...axis.value,
  },
  yAxis: {
    type: 'value',
    min: (range: { min: number }) => Math.min(0, Math.floor(range.min * 4) / 4),
    max: 1,
    interval: 0.25,
    name: say('results.itemRestCorrelation'),
    nameTextStyle: { align: 'left', color: colours.value.faded },
    axisLabel: axis.value.axisLabel,
    splitLine: axis.value.splitLine,
  },
  series: [
    {
      type: 'scatter',
      symbol: 'rect',
      symbolSize: 22,
      label: {
        show: true,
        formatter: ({ data }: { data: [number, number, number] }) => String(data[2]),
        color: colours.value.ink,
        fontSize: 11,
      },
      itemStyle: { color: 'transparent', borderColor: colours.value.secure, borderWidth: 1.5 },
      data: plotted.value,
    },
  ],
}));
</script>

<template>
  <div class="charts">
    <figure>
      <figcaption>{{ say('results.howPointsSpread') }}</figcaption>
      <VChart class="chart" :option="distribution" autoresize />
      <div class="unseen">
        <table>
          <caption>
            {{
              say('results.studentsByPercentPoints')
            }}
          </caption>
          <tbody>
            <tr v-for="(n, position) in steps" :key="position">
              <th>
                {{
                  say('results.position', { position: position * 10, value: position * 10 + 10 })
                }}
              </th>
              <td>{{ n }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </figure>
    <figure>
      <figcaption>{{ say('results.itemsByFacilityDiscrimination') }}</figcaption>
      <VChart class="chart" :option="scatter" autoresize @click="openItem" />
      <p class="faded small">{{ say('results.pressItemToOpen') }}</p>
      <div class="unseen">
        <table>
          <caption>
            {{
              say('results.itemsByFacilityDiscrimination')
            }}
          </caption>
          <tbody>
            <tr v-for="[facility, discrimination, number] in plotted" :key="number">
              <th>
                {{
                  say('results.itemAtPlace', {
                    number,
                    share: percent(facility),
                    discrimination: discrimination.toFixed(2),
                  })
                }}
              </th>
            </tr>
          </tbody>
        </table>
      </div>
    </figure>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 280px), 1fr));
  gap: 18px;
}
figure {
  margin: 0;
  min-width: 0;
}
figcaption {
  font-family: var(--serif);
  font-weight: 600;
}
.chart {
  height: 250px;
}
</style>
