<script setup lang="ts">
/** The way for guests: an address to copy, and its code for a phone's camera. */
import QRCode from 'qrcode';
import { computed, onMounted, ref } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{ token: string }>();
const address = computed(() => `${location.origin}/seat/guest/${props.token}`);
const code = ref('');
const copied = ref(false);
onMounted(
  async () =>
    (code.value = `data:image/svg+xml;utf8,${encodeURIComponent(await QRCode.toString(address.value, { type: 'svg', margin: 1 }))}`),
);
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(address.value).catch(() => {});
  copied.value = true;
}
</script>

<template>
  <div class="guest">
    <img v-if="code" :src="code" :alt="say('assignments.theLinkAsCode')" width="112" height="112" />
    <p>
      {{ say('assignments.linkGuests') }} <a :href="address">{{ address }}</a>
      <button class="word small" @click="copy">
        {{ copied ? say('assignments.copied') : say('assignments.copyLink') }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.guest {
  display: flex;
  gap: 14px;
  align-items: start;
  overflow-wrap: anywhere;
  margin-bottom: 8px;
}
img {
  flex: none;
  background: #fff;
}
</style>
