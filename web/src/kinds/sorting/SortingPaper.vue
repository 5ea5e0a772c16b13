<script setup lang="ts">
/** Words, and a column for each group to write them into. */
import type { SittingSorting } from '@oaken/core/items';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words/teacher';

defineProps<{ part: SittingSorting }>();
</script>

<template>
  <p class="how">{{ say('kinds.writeEachTheseInto') }}</p>
  <p class="pool">
    <span v-for="choice in part.choices" :key="choice.id"
      ><RichText inline :html="choice.text"
    /></span>
  </p>
  <table class="grid columns">
    <thead>
      <tr>
        <th v-for="group in part.groups" :key="group.id">
          <RichText inline :html="group.text" />
        </th>
      </tr>
    </thead>
    <tbody>
      <tr>
        <td v-for="group in part.groups" :key="group.id" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.pool > span {
  display: inline-block;
  border: 1px solid #555;
  padding: 1px 8px;
  margin-block: 2px;
  margin-inline: 0 4px;
}
.columns td {
  height: 5em;
}
</style>
