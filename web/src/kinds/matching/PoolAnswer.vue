<script setup lang="ts">
/**
 * Cards that belong to places: pairs to be matched, things to be sorted. A card is dragged, or taken by a press and
 * put down by a press on its place; so mouse, touch and keys all work alike.
 */
import { plainText } from '@oaken/core/plain';
import type { SittingMatching, SittingSorting } from '@oaken/core/items';
import { computed, ref } from 'vue';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingMatching | SittingSorting;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const held = ref<string | null>(null);
const announcement = ref('');

/** Matching joins a place on the left to a card on the right; sorting joins a card to its group. */
const matching = computed(() => props.part.kind === 'matching');
const places = computed(() =>
  props.part.kind === 'matching' ? props.part.left : props.part.groups,
);
const cards = computed(() =>
  props.part.kind === 'matching' ? props.part.right : props.part.choices,
);
const staysInPool = computed(() => props.part.kind === 'matching' && !props.part.once);

const pairs = computed(() => {
  const given = Array.isArray(props.response) ? (props.response as string[]) : [];
  return given.map((text) => {
    const [first = '', second = ''] = text.split(' ');
    return matching.value ? { place: first, card: second } : { place: second, card: first };
  });
});
const placedAt = (place: string) =>
  pairs.value.flatMap((pair) =>
    pair.place === place ? (cards.value.find(({ id }) => id === pair.card) ?? []) : [],
  );
const pool = computed(() =>
  cards.value.filter(({ id }) => staysInPool.value || !pairs.value.some(({ card }) => card === id)),
);
const nameOf = (card: string) => plainText(cards.value.find(({ id }) => id === card)?.text ?? '');

function answer(list: { place: string; card: string }[]): void {
  emit(
    'answer',
    list.map(({ place, card }) => (matching.value ? `${place} ${card}` : `${card} ${place}`)),
  );
}
function take(card: string): void {
  if (props.disabled) return;
  held.value = held.value === card ? null : card;
  announcement.value = held.value
    ? say('answer.taken', { card: nameOf(card) })
    : say('answer.letGo', { card: nameOf(card) });
}
function put(place: string): void {
  const card = held.value;
  if (props.disabled || card === null) return;
  const rest = pairs.value.filter(
    (pair) =>
      (staysInPool.value || pair.card !== card) && !(matching.value && pair.place === place),
  );
  answer([...rest, { place, card }]);
  announcement.value = say('answer.belongs', {
    card: nameOf(card),
    place: plainText(places.value.find(({ id }) => id === place)?.text ?? ''),
  });
  held.value = null;
}
function back(place: string, card: string): void {
  answer(pairs.value.filter((pair) => pair.place !== place || pair.card !== card));
  announcement.value = say('answer.isBack', { card: nameOf(card) });
  held.value = null;
}
function placeWords(place: string): string {
  if (held.value) return say('answer.putHere');
  return placedAt(place).length > 0 ? '' : say('answer.empty');
}
</script>

<template>
  <p class="hint">
    {{ say(matching ? 'answer.matchHint' : 'answer.sortHint') }}
  </p>
  <div class="board" :class="{ matching }">
    <ul
      class="pool"
      :aria-label="say('answer.cards')"
      @dragover.prevent
      @drop="
        held &&
        pairs.filter(({ card }) => card === held).forEach(({ place, card }) => back(place, card))
      "
    >
      <li v-for="card in pool" :key="card.id">
        <button
          type="button"
          class="card"
          :class="{ held: held === card.id }"
          :aria-pressed="held === card.id"
          :disabled="disabled"
          :draggable="!disabled"
          @click="take(card.id)"
          @dragstart="held = card.id"
          @dragend="held = null"
        >
          <RichText :html="card.text" inline />
          <!-- A formula alone gives a browser no name to read out. -->
          <span v-if="card.text.includes('data-formula')" class="unseen">{{
            nameOf(card.id)
          }}</span>
        </button>
      </li>
      <li v-if="pool.length === 0" class="hint">{{ say('answer.allPlaced') }}</li>
    </ul>
    <ul class="places" :aria-label="say('answer.cardPlaces')">
      <li
        v-for="place in places"
        :key="place.id"
        class="place"
        @dragover.prevent
        @drop.prevent="put(place.id)"
      >
        <RichText :html="place.text" inline class="name" />
        <div class="inside">
          <button
            v-for="card in placedAt(place.id)"
            :key="card.id"
            type="button"
            class="card"
            :disabled="disabled"
            :draggable="!disabled"
            @click="back(place.id, card.id)"
            @dragstart="held = card.id"
            @dragend="held = null"
          >
            <span class="unseen">{{ say('answer.takeBack') }}</span>{{ ' '
            }}<RichText :html="card.text" inline /><span
              v-if="card.text.includes('data-formula')"
              class="unseen"
              >{{ nameOf(card.id) }}</span
            ><span aria-hidden="true" class="out">✕</span>
          </button>
          <button
            v-if="!matching || placedAt(place.id).length === 0 || held"
            type="button"
            class="slot"
            :class="{ ready: held }"
            :disabled="disabled || held === null"
            :aria-label="
              held
                ? say('answer.putHereWhat', { card: nameOf(held), place: plainText(place.text) })
                : say('answer.placeEmpty', { place: plainText(place.text) })
            "
            @click="put(place.id)"
          >
            {{ placeWords(place.id) }}
          </button>
        </div>
      </li>
    </ul>
  </div>
  <p class="unseen" aria-live="polite">{{ announcement }}</p>
</template>

<style scoped>
.hint {
  margin: 0 0 8px;
  color: var(--faded);
  font-size: 0.9em;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.pool {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 10px;
  min-height: 64px;
  border: 1px dashed var(--rule-strong);
  border-radius: var(--corner);
  margin-bottom: 14px;
}
.card {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 6px 14px;
  font: inherit;
  color: inherit;
  text-align: start;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  cursor: grab;
}
.card:hover {
  background: var(--wash);
}
.held {
  border-color: var(--oak);
  box-shadow: inset 0 -4px 0 var(--oak);
  background: var(--wash);
}
.out {
  color: var(--faded);
  font-size: 0.85em;
}
.places {
  display: grid;
  gap: 10px;
}
.board:not(.matching) .places {
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
}
.place {
  border: 1px solid var(--rule);
  border-radius: var(--corner);
  background: var(--paper);
}
.matching .place {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  align-items: center;
  gap: 10px;
}
.name {
  display: block;
  padding: 8px 12px;
  font-weight: 600;
}
.matching .name {
  font-weight: 400;
}
.board:not(.matching) .name {
  border-bottom: var(--line);
}
.inside {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 8px;
}
.slot {
  flex: 1;
  min-width: 90px;
  min-height: 44px;
  font: inherit;
  color: var(--faded);
  border: 1px dashed var(--rule-strong);
  border-radius: var(--corner);
  background: none;
}
.ready {
  color: var(--oak);
  border-color: var(--oak);
  cursor: pointer;
}
.ready:hover {
  background: var(--wash);
}
</style>
