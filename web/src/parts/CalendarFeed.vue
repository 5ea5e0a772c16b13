<script setup lang="ts">
/** The address of one's own calendar feed: to copy, or to renew when somebody else has it. */
import { ref } from 'vue';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { say } from '../words';

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
        {{ say('list.subscribe') }}
      </button>
    </p>
    <template v-else>
      <p>
        {{ say('list.subscribeTo') }}
        <code>{{ address }}</code>
      </p>
      <p>
        <button type="button" class="word" @click="copy">
          {{ say(copied ? 'list.copied' : 'list.copy') }}
        </button>
        <button type="button" class="word" @click="open(true)">
          {{ say('list.renew') }}
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
