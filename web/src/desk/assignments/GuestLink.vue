<script setup lang="ts">
/** The way for guests: an address to copy, and its code for a phone's camera. */
import { computed, ref } from 'vue';
import { say } from '../../words/teacher';
import QrCode from '../../parts/QrCode.vue';

const props = defineProps<{ token: string }>();
const address = computed(() => `${location.origin}/seat/guest/${props.token}`);
const copied = ref(false);
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(address.value).catch(() => {});
  copied.value = true;
}
</script>

<template>
  <div class="guest">
    <QrCode :text="address" :label="say('assignments.theLinkAsCode')" />
    <p>
      {{ say('assignments.linkGuests') }} <a :href="address">{{ address }}</a>
      <ElButton link class="word small" @click="copy">
        {{ copied ? say('assignments.copied') : say('assignments.copyLink') }}
      </ElButton>
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
</style>
