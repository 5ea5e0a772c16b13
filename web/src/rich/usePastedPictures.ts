/** Sends the pictures of what is pasted and puts them in with the rest; what cannot come along is named. */
import type { Editor } from '@tiptap/vue-3';
import { ref, type ShallowRef } from 'vue';
import { inWords } from '../client/request';
import { withoutHeic } from '../parts/heic';
import { keepFile } from './files';
import { cleanPaste } from './paste';
import { markOf, picturesIn } from './pictures';
import { say } from '../words/teacher';

/** A pasted picture is shown no wider than this, in points. */
const widest = 640;

export function usePastedPictures(editor: Readonly<ShallowRef<Editor | undefined>>) {
  const sending = ref(0);
  const notes = ref<string[]>([]);

  /** Whether a paste is taken over: it is when there is a picture in it. */
  function take(data: DataTransfer | null): boolean {
    notes.value = [];
    const types = data?.types ?? [];
    const mayHold = types.includes('Files') || /<img\b/i.test(data?.getData('text/html') ?? '');
    if (!data || !mayHold) return false;
    const plain = data.getData('text/plain');
    // The clipboard can be read only while the event lasts; what is read of it is kept.
    void picturesIn(data).then((pasted) => {
      if (pasted) return put(pasted);
      editor.value?.commands.insertContent(plain);
    });
    return true;
  }

  async function put({
    html,
    pictures,
    unreachable,
  }: NonNullable<Awaited<ReturnType<typeof picturesIn>>>) {
    let whole = html;
    let kept = 0;
    sending.value = pictures.length;
    for (const [place, picture] of pictures.entries()) {
      try {
        const { address, width, height } = await keepFile(await withoutHeic(picture), 'picture');
        const shown = Math.min(width ?? widest, widest);
        const size =
          width && height
            ? ` width="${shown}" height="${Math.round((shown * height) / width)}"`
            : '';
        whole = whole.replace(
          new RegExp(`src="${markOf(place)}"(?: (?:width|height)="[^"]*")*`),
          `src="${address}"${size}`,
        );
        kept++;
      } catch (error) {
        notes.value.push(say('editor.pictureNotCopied', { why: inWords(error) }));
      }
      sending.value--;
    }
    if (unreachable > 0) notes.value.push(say('editor.picturesElsewhere', { n: unreachable }));
    if (kept > 0) notes.value.push(say('editor.picturesCameAlongClick', { n: kept }));
    editor.value?.chain().focus().insertContent(cleanPaste(whole)).run();
  }
  return { sending, notes, take };
}
