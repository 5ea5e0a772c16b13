<script setup lang="ts">
/** A table with empty cells to write in. */
import type { SittingFillTable } from '@oaken/core/items';
import RichText from '../../parts/RichText.vue';

defineProps<{ part: SittingFillTable }>();
</script>

<template>
  <table class="grid">
    <thead>
      <tr>
        <th v-for="(head, column) in part.heads" :key="column">
          <RichText inline :html="head" />
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, index) in part.cells" :key="index">
        <td v-for="(cell, column) in row" :key="column">
          <span v-if="'id' in cell" class="blank small" />
          <RichText v-else inline :html="cell.text" />
        </td>
      </tr>
    </tbody>
  </table>
</template>
