<script setup lang="ts">
import EmptyNote from '../parts/EmptyNote.vue';
import PageHead from './shared/PageHead.vue';
import { say } from '../words/teacher';
</script>

<template>
  <PageHead :title="say('desk.pageNotFound')" />
  <EmptyNote :title="say('desk.thereNoPageAt')"
    >{{ say('desk.itMayHaveMoved') }}
    <RouterLink to="/">{{ say('desk.goToday') }}</RouterLink></EmptyNote
  >
</template>
