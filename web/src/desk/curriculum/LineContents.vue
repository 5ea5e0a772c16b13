<script setup lang="ts">
/** What is placed in a line of a curriculum, in its order, and which classes are there. */
import type {
  Curriculum,
  CurriculumLineRow,
  Following,
  LineContent,
} from '@oaken/contract/curricula';
import { kinds } from '@oaken/core/items';
import { computed, ref, watch } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import NewTestDialog from '../new-test/NewTestDialog.vue';
import { done, failed } from '../shared/undo';
import { itemLine } from '../shared/itemLine';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';

const props = defineProps<{ curriculum: Curriculum; line: CurriculumLineRow }>();
const store = useCurricula();
const contents = ref<LineContent[] | null>(null);
const hidden = ref(0);
const building = ref(false);
const { wrong, read } = useDoing();
const mayEdit = computed(() => props.curriculum.may === 'edit');

async function load(): Promise<void> {
  await read(async () => {
    const answer = await call('readCurriculumLine', { params: { lineId: props.line.id } });
    [contents.value, hidden.value] = [answer.contents, answer.hidden];
  });
}
watch(
  () => props.line.id,
  () => {
    contents.value = null;
    void load();
  },
  { immediate: true },
);

const items = computed(() =>
  (contents.value ?? []).flatMap((content) => (content.kind === 'item' ? content.id : [])),
);
const textOf = (content: LineContent) =>
  content.kind === 'item' ? itemLine(content.item.content, 160) : content.test.title;
const addressOfContent = ({ kind, id }: LineContent) =>
  kind === 'item' ? `/items/${id}` : `/tests/${id}`;

async function arrange(next: LineContent[], text: string): Promise<void> {
  const { id: lineId } = props.line;
  const before = contents.value ?? [];
  const send = (list: LineContent[]) =>
    call('arrangeCurriculumLine', {
      params: { lineId },
      body: { contents: list.map(({ kind, id }) => ({ kind, id })) },
    });
  try {
    await send(next);
    done(text, async () => {
      const gone = before.filter((content) => !next.includes(content));
      const idsOf = (kind: LineContent['kind']) =>
        gone.flatMap((content) => (content.kind === kind ? content.id : []));
      const body = { items: idsOf('item'), tests: idsOf('test') };
      if (gone.length > 0) await call('placeInCurriculum', { params: { lineId }, body });
      await send(before);
      await Promise.all([load(), store.load()]);
    });
    await Promise.all([load(), store.load()]);
  } catch (error) {
    failed(error);
  }
}
function move(index: number, by: 1 | -1): void {
  const list = [...(contents.value ?? [])];
  const [content] = list.splice(index, 1);
  if (content) void arrange(list.toSpliced(index + by, 0, content), say('curriculum.orderChanged'));
}
const remove = (index: number) =>
  arrange((contents.value ?? []).toSpliced(index, 1), say('curriculum.takenOut'));

/** Classes that follow this curriculum or none. */
const classes = computed(() =>
  store.classes.filter(({ curriculumId }) => [props.curriculum.id, null].includes(curriculumId)),
);
const isHere = ({ classId }: Following) =>
  (store.classesAt(props.curriculum).get(props.line.id) ?? []).some(
    (following) => following.classId === classId,
  );
async function setPlace({ classId, className }: Following, here: boolean): Promise<void> {
  try {
    await call('followCurriculum', {
      params: { classId },
      body: { curriculumId: props.curriculum.id, lineId: here ? props.line.id : null },
    });
    await store.load();
    done(
      here
        ? say('curriculum.classIsAt', { name: className, title: props.line.title })
        : say('curriculum.classGoesByDates', { name: className }),
    );
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <div class="contents">
    <h2>{{ line.title }}</h2>
    <fieldset v-if="classes.length" class="classes">
      <legend>{{ say('curriculum.whoIsHere') }}</legend>
      <ElCheckbox
        v-for="following in classes"
        :key="following.classId"
        :model-value="isHere(following)"
        @change="setPlace(following, $event === true)"
        >{{ following.className }}</ElCheckbox
      >
    </fieldset>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <LoadingLines v-if="!contents && !wrong" />
    <EmptyNote
      v-else-if="contents?.length === 0"
      :title="
        line.items + line.tests > 0 ? say('curriculum.onlyBelow') : say('curriculum.nothingPlaced')
      "
      >{{ mayEdit ? say('curriculum.howToPlace') : '' }}</EmptyNote
    >
    <ol v-else class="placed" :aria-label="say('curriculum.contentsOf', { title: line.title })">
      <li v-for="(content, index) in contents ?? []" :key="`${content.kind} ${content.id}`">
        <div class="what">
          <RouterLink :to="addressOfContent(content)">{{ textOf(content) }}</RouterLink>
          <p class="faded small">
            <template v-if="content.kind === 'test'">{{
              say('curriculum.testBy', { kind: content.test.kind, owner: content.test.owner })
            }}</template>
            <template v-else>{{
              [
                kinds[content.item.kind].title,
                ...content.item.standards.map(({ code }) => code),
              ].join(', ')
            }}</template>
          </p>
        </div>
        <span v-if="mayEdit" class="acts">
          <ElButton
            link
            class="word"
            :disabled="index === 0"
            :aria-label="say('curriculum.moveContentUp', { text: textOf(content) })"
            @click="move(index, -1)"
            >{{ say('tests.up') }}</ElButton
          >
          <ElButton
            link
            class="word"
            :disabled="index === (contents?.length ?? 0) - 1"
            :aria-label="say('curriculum.moveContentDown', { text: textOf(content) })"
            @click="move(index, 1)"
            >{{ say('tests.down') }}</ElButton
          >
          <ElButton
            link
            class="word"
            :aria-label="say('curriculum.removeContent', { text: textOf(content) })"
            @click="remove(index)"
            >{{ say('tests.remove') }}</ElButton
          >
        </span>
      </li>
    </ol>
    <p v-if="hidden" class="faded">{{ say('curriculum.hiddenContents', { n: hidden }) }}</p>
    <p class="ways">
      <ElButton v-if="items.length" @click="building = true">{{
        say('curriculum.makeTest')
      }}</ElButton>
      <RouterLink :to="{ path: '/banks', query: { curriculumLine: line.id } }">{{
        say('curriculum.itemsInBanks', { n: line.items })
      }}</RouterLink>
      <RouterLink :to="{ path: '/tests', query: { shelf: 'any', curriculumLine: line.id } }">{{
        say('curriculum.testsOnShelf', { n: line.tests })
      }}</RouterLink>
    </p>
    <NewTestDialog v-model="building" :item-ids="items" />
  </div>
</template>

<style scoped>
.contents {
  padding: 16px 24px;
}
.classes {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  margin: 8px 0;
  padding: 0;
  border: 0;
}
.classes legend {
  font-weight: 600;
}
.placed {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  border-top: var(--line);
}
.placed li {
  display: flex;
  gap: 16px;
  align-items: start;
  padding: 7px 0;
  border-bottom: var(--line);
}
.what {
  flex: 1;
  min-width: 0;
}
.what p {
  margin: 0;
}
.acts {
  white-space: nowrap;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: baseline;
}
</style>
