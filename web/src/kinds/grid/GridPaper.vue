<script setup lang="ts">
/** A table with a box to tick in each cell. */
import type { SittingGrid } from '@oaken/core/items';
import RichText from '../../parts/RichText.vue';

defineProps<{ part: SittingGrid }>();
</script>

<template>
  <table class="grid">
    <thead>
      <tr>
        <td />
        <th v-for="column in part.columns" :key="column.id">
          <RichText inline :html="column.text" />
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in part.rows" :key="row.id">
        <th><RichText inline :html="row.text" /></th>
        <td v-for="column in part.columns" :key="column.id">
          <span class="box" :class="{ square: part.many }" />
        </td>
      </tr>
    </tbody>
  </table>
</template>
