<script setup lang="ts">
/** What a curriculum is called, who sees it, and which of my classes follow it. */
import {
  curriculumReaches,
  type Curriculum,
  type CurriculumReach,
} from '@oaken/contract/curricula';
import { ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { toggled } from '../../parts/toggled';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ curriculum: Curriculum }>();
const store = useCurricula();
const name = ref('');
const subject = ref('');
const reach = ref<CurriculumReach>('mine');
const followers = ref<number[]>([]);
const { wrong, busy, act } = useDoing();
const reachWords: Record<CurriculumReach, string> = {
  mine: say('curriculum.onlyMe'),
  read: say('curriculum.schoolReads'),
  edit: say('curriculum.schoolChanges'),
};
const followersNow = () =>
  store.classes
    .filter(({ curriculumId }) => curriculumId === props.curriculum.id)
    .map(({ classId }) => classId);

whenOpened(open, () => {
  [name.value, subject.value] = [props.curriculum.name, props.curriculum.subject];
  [reach.value, wrong.value] = [props.curriculum.reach, ''];
  followers.value = followersNow();
});

async function save(): Promise<void> {
  const { id: curriculumId, mine, may } = props.curriculum;
  await act(async () => {
    if (may === 'edit')
      await call('describeCurriculum', {
        params: { curriculumId },
        body: {
          name: name.value,
          subject: subject.value,
          ...(mine && { reach: reach.value }),
        },
      });
    const before = followersNow();
    for (const { classId } of store.classes) {
      const [was, is] = [before.includes(classId), followers.value.includes(classId)];
      if (was !== is)
        await call('followCurriculum', {
          params: { classId },
          body: { curriculumId: is ? curriculumId : null, lineId: null },
        });
    }
    await store.load();
    open.value = false;
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('curriculum.settings')" width="520px">
    <form @submit.prevent="save">
      <template v-if="curriculum.may === 'edit'">
        <label class="field"
          ><span class="label">{{ say('curriculum.name') }}</span
          ><ElInput v-model="name" maxlength="200"
        /></label>
        <label class="field"
          ><span class="label">{{ say('common.subject') }}</span
          ><ElInput v-model="subject" maxlength="60"
        /></label>
      </template>
      <fieldset v-if="curriculum.mine">
        <legend>{{ say('curriculum.whoSees') }}</legend>
        <ElRadioGroup v-model="reach" class="reaches">
          <ElRadio v-for="choice in curriculumReaches" :key="choice" :value="choice">{{
            reachWords[choice]
          }}</ElRadio>
        </ElRadioGroup>
      </fieldset>
      <fieldset v-if="store.classes.length">
        <legend>{{ say('curriculum.whichClasses') }}</legend>
        <ElCheckbox
          v-for="{ classId, className } in store.classes"
          :key="classId"
          :model-value="followers.includes(classId)"
          @change="followers = toggled(followers, classId)"
          >{{ className }}</ElCheckbox
        >
      </fieldset>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <div class="buttons">
        <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
        <ElButton
          type="primary"
          native-type="submit"
          :loading="busy"
          :disabled="name.trim() === ''"
          >{{ say('common.save') }}</ElButton
        >
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
fieldset {
  margin: 0 0 12px;
  padding: 0;
  border: 0;
}
legend {
  font-weight: 600;
}
.reaches {
  flex-direction: column;
  align-items: start;
}
.buttons {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
