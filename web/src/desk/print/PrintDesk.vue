<script setup lang="ts">
/** Sheets of paper on a desk, as the browser will print them: what is marked `screen-only` stays off the paper. */
import { provide } from 'vue';
import { wholePicturesKey } from '../../parts/pictureSizes';

defineProps<{ label: string }>();
provide(wholePicturesKey, true);
</script>

<template>
  <div class="desktop" tabindex="0" role="region" :aria-label="label"><slot /></div>
</template>

<style>
.desktop {
  flex: 1;
  overflow: auto;
  padding: 18px 0 40px;
  background: var(--wash);
}
.desktop > p,
.desktop > .empty {
  text-align: center;
}
.desktop .sheet {
  width: 186mm;
  max-width: 100%;
  margin: 0 auto 18px;
  padding: 12mm 14mm;
  background: #fff;
  color: var(--ink);
  color-scheme: light;
  --ink: #000;
  --faded: #444;
  --rule: #999;
  --rule-strong: #666;
  box-shadow: 0 0 0 1px var(--rule-strong);
}
@media print {
  html,
  body {
    background: #fff !important;
  }
  .screen-only,
  .spine,
  .skip {
    display: none !important;
  }
  .desk,
  .desk > .paper,
  .desktop {
    display: block !important;
    height: auto !important;
    overflow: visible !important;
    padding: 0 !important;
    background: #fff !important;
  }
  .desktop .sheet {
    width: auto !important;
    margin: 0 !important;
    padding: 0 !important;
    box-shadow: none !important;
  }
  .sheet + .sheet {
    break-before: page;
  }
}
</style>
