/** An item of a bank while it is opened or made: what the server has, where it lies, and who may change it. */
import type { AnswerOf, api } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { blankPart, type ItemContent, type ItemFacts } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import { useLibrary } from '../library/library';
import { say } from '../../words/teacher';

export type OpenItem = AnswerOf<typeof api.readItem>;

export const factsOf = (item: ItemRow): ItemFacts => ({
  subject: item.subject,
  grades: item.grades,
  standards: item.standards.map(({ id }) => id),
  depth: item.depth,
  seconds: item.seconds,
  tags: item.tags,
  author: item.author,
  licence: item.licence,
});

const blankContent = (): ItemContent => ({
  stem: '',
  parts: [blankPart('single-choice', 'a')],
  explanation: '',
  hints: [],
  notes: '',
});

const blankFacts = (author: string): ItemFacts => ({
  subject: '',
  grades: [],
  standards: [],
  depth: null,
  seconds: 60,
  tags: [],
  author,
  licence: '',
});

const numberIn = (value: unknown) => (/^\d+$/.test(String(value)) ? Number(value) : null);

export function useItem() {
  const { params, query } = useRoute();
  const library = useLibrary();
  const { account } = useSession();
  /** Null for one that is being made. */
  const itemId = params.itemId === 'new' ? null : Number(params.itemId);
  const opened = ref<OpenItem | null>(null);
  const place = ref<{ bank: number | null; folder: number | null }>({
    bank: numberIn(query.bank),
    folder: numberIn(query.folder),
  });

  /** What the server has; for a new item nothing is written yet. */
  async function read(): Promise<{ content: ItemContent; facts: ItemFacts }> {
    if (itemId === null) {
      const author = account ? `${account.givenName} ${account.familyName}` : '';
      return { content: blankContent(), facts: blankFacts(author) };
    }
    opened.value = await call('readItem', { params: { itemId } });
    const { item } = opened.value;
    place.value = { bank: item.bankId, folder: item.folderId };
    return { content: item.content, facts: factsOf(item) };
  }

  return {
    itemId,
    opened,
    place,
    read,
    /** The place in words. */
    where: computed(() => {
      const bank = library.banks.find(({ id }) => id === place.value.bank);
      if (!bank) return say('items.noBankChosen');
      const folder = bank.folders.find(({ id }) => id === place.value.folder);
      return folder ? `${bank.name} · ${folder.name}` : bank.name;
    }),
    mayEdit: computed(() => opened.value === null || opened.value.item.may === 'edit'),
    /** In how many tests it is, also of others. */
    usedIn: computed(() => (opened.value ? opened.value.uses.length + opened.value.hiddenUses : 0)),
    /** Where it was copied from, if that has changed since. */
    newerSource: computed(() => {
      const source = opened.value?.source;
      return source && source.now !== source.known ? source : null;
    }),
  };
}
