<script setup lang="ts">
/** What is drawn in a turn of its own after what is around it: a slow device can be touched between. */
import { onScopeDispose, ref } from 'vue';

const isHere = ref(false);
const turn = setTimeout(() => (isHere.value = true));
onScopeDispose(() => clearTimeout(turn));
</script>

<template><slot v-if="isHere" /></template>
