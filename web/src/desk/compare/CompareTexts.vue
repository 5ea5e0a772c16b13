<script setup lang="ts">
/** Two revisions compared word by word; what is the same in both can be folded away. */
import { computed, ref } from 'vue';
import { compare, type Lines } from './wordDiff';
import { say } from '../../words/teacher';

const props = defineProps<{ before: Lines; after: Lines; beforeName: string; afterName: string }>();
const all = ref(false);
const lines = computed(() => compare(props.before, props.after));
const shown = computed(() => lines.value.filter(({ same }) => all.value || !same));
</script>

<template>
  <p class="legend">
    <del>{{ beforeName }}</del> <ins>{{ afterName }}</ins>
    <ElCheckbox class="small" v-model="all"> {{ say('items.showWhatSameToo') }}</ElCheckbox>
  </p>
  <p v-if="shown.length === 0" class="faded">
    {{ say('items.theWordsSameIn') }}
  </p>
  <table v-else class="ruled">
    <tbody>
      <tr v-for="line in shown" :key="line.name">
        <th scope="row">{{ line.name }}</th>
        <td>
          <template v-for="(piece, index) in line.pieces" :key="index">
            <del v-if="piece.change === 'gone'">{{ piece.text }}</del>
            <ins v-else-if="piece.change === 'new'">{{ piece.text }}</ins>
            <template v-else>{{ piece.text }}</template>
          </template>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.legend {
  display: flex;
  gap: 14px;
  align-items: center;
}
.legend :deep(.el-checkbox) {
  margin-inline-start: auto;
}
del {
  color: var(--low);
  background: color-mix(in srgb, var(--low) 10%, transparent);
}
ins {
  color: var(--secure);
  background: var(--secure-wash);
  text-decoration-thickness: 2px;
}
th {
  width: 150px;
  vertical-align: top;
}
</style>
