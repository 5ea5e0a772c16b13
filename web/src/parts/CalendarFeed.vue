<script setup lang="ts">
/** The address of one's own calendar feed: to copy, or to renew when somebody else has it. */
import { ref } from 'vue';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';

const address = ref('');
const copied = ref(false);
const { wrong, read } = useDoing();
async function open(renew: boolean): Promise<void> {
  await read(async () => {
    const { path } = await seatCall('openCalendar', { body: { renew } });
    [address.value, copied.value, wrong.value] = [`${location.origin}${path}`, false, ''];
  });
}
async function copy(): Promise<void> {
  copied.value = await navigator.clipboard.writeText(address.value).then(
    () => true,
    () => false,
  );
}
defineExpose({ open });
</script>

<template>
  <div>
    <p v-if="!address">
      <button type="button" class="word" @click="open(false)">
        Have these times in my own calendar
      </button>
    </p>
    <template v-else>
      <p>
        Subscribe to this address in your calendar; it follows every change.
        <code>{{ address }}</code>
      </p>
      <p>
        <button type="button" class="word" @click="copy">
          {{ copied ? 'Copied' : 'Copy it' }}
        </button>
        <button type="button" class="word" @click="open(true)">
          Make a new address; the old one ends
        </button>
      </p>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
code {
  display: block;
  overflow-wrap: anywhere;
  font-size: 0.88rem;
  padding: 4px 0;
}
</style>
