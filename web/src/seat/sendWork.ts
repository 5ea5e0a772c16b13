/** A photo or file goes to the server at once; what is saved with the answer is its address. */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import type { Ref } from 'vue';
import { sendFile } from '../client/seatCall';
import { withoutHeic } from '../parts/heic';

export const sendWorkOf =
  (attempt: Ref<AttemptAnswer | null>) =>
  async (file: File, place: { entry: string; part: string }): Promise<string> => {
    if (!attempt.value) throw new Error('The attempt has not begun.');
    const sent = await withoutHeic(file);
    const { address } = await sendFile(
      'keepWork',
      { attemptId: attempt.value.id },
      { name: sent.name, type: sent.type, ...place },
      sent,
    );
    return address;
  };
