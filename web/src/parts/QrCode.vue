<script setup lang="ts">
/** A text, usually an address, as a code for a phone's camera. */
import QRCode from 'qrcode';
import { ref, watchEffect } from 'vue';

const props = withDefaults(defineProps<{ text: string; label: string; size?: number }>(), {
  size: 112,
});
const image = ref('');
watchEffect(async () => {
  const drawing = await QRCode.toString(props.text, { type: 'svg', margin: 1 });
  image.value = `data:image/svg+xml;utf8,${encodeURIComponent(drawing)}`;
});
</script>

<template>
  <img v-if="image" :src="image" :alt="label" :width="size" :height="size" />
</template>

<style scoped>
img {
  flex: none;
  background: #fff;
}
</style>
