/** Names are dragged from the roster into groups, and from one group to another. */
import Sortable, { type SortableEvent } from 'sortablejs';
import { nextTick, onUnmounted, watch, type Ref } from 'vue';

/**
 * @param board holds the columns, each with `data-column`: a group's id, or `roster`
 * @param shape what the columns are made of; when it changes, they are there anew
 * @param move what a drag asks for; null stands for the roster
 */
export function useGroupDrag(
  board: Ref<HTMLElement | undefined>,
  mayChange: () => boolean,
  shape: () => unknown[],
  move: (studentId: number, from: number | null, to: number | null) => unknown,
): void {
  let lists: Sortable[] = [];
  const release = () => lists.forEach((sortable) => sortable.destroy());
  async function wire(): Promise<void> {
    release();
    lists = [];
    await nextTick();
    if (!mayChange() || !board.value) return;
    lists = [...board.value.querySelectorAll<HTMLElement>('[data-column]')].map((column) => {
      const roster = column.dataset.column === 'roster';
      return new Sortable(column, {
        group: { name: 'students', pull: roster ? 'clone' : true, put: true },
        sort: false,
        animation: 120,
        draggable: '[data-student]',
        filter: 'input',
        preventOnFilter: false,
        onAdd(event: SortableEvent) {
          // What the page shows comes from the server's answer, not from where the mouse put it.
          if (event.pullMode === 'clone') event.clone.replaceWith(event.item);
          else
            event.from.insertBefore(event.item, event.from.children[event.oldIndex ?? 0] ?? null);
          const place = (list: HTMLElement) =>
            list.dataset.column === 'roster' ? null : Number(list.dataset.column);
          move(Number(event.item.dataset.student), place(event.from), place(event.to));
        },
      });
    });
  }
  watch(shape, wire, { immediate: true });
  onUnmounted(release);
}
