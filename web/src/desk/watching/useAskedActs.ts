/** What is done to sittings only after a question has been answered. */
import type { api, BodyOf } from '@oaken/contract';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import type { Ref } from 'vue';
import { say } from '../../words/teacher';

export type Act = BodyOf<typeof api.actOnSittings>['act'];

export function useAskedActs(
  whom: Readonly<Ref<string>>,
  act: (act: Act, minutes?: number) => Promise<void>,
) {
  const ask = (text: string, title: string, verb: string) =>
    ElMessageBox.confirm(text, title, {
      confirmButtonText: verb,
      cancelButtonText: say('common.cancel'),
    }).then(
      () => true,
      () => false,
    );
  async function handIn(): Promise<void> {
    if (
      await ask(
        say('watching.whatSavedCountsCan'),
        say('watching.handInWhom', { whom: whom.value }),
        say('watching.handIn'),
      )
    )
      await act('hand-in');
  }
  async function takeBack(): Promise<void> {
    if (
      await ask(
        say('watching.itLeavesListsThose'),
        say('watching.unassignFromWhom', { whom: whom.value }),
        say('watching.unassign'),
      )
    )
      await act('take-back');
  }
  async function reopen(): Promise<void> {
    const answer = await ElMessageBox.prompt(
      say('watching.theyHaveTimeWas'),
      say('watching.openAgainWhom', { whom: whom.value }),
      {
        inputValue: '10',
        inputPattern: /^\d{1,3}$/,
        inputErrorMessage: say('watching.wholeMinutesFrom'),
        confirmButtonText: say('watching.openAgainTitle'),
        cancelButtonText: say('common.cancel'),
      },
    ).catch(() => null);
    if (answer) await act('reopen', Number((answer as { value: string }).value));
  }
  return { handIn, takeBack, reopen };
}
