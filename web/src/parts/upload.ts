import { inject, type InjectionKey } from 'vue';

/**
 * Sends a file for a part of the question and gives the address where it is kept; throws with a
 * sentence for the student.
 */
export type SendFile = (file: File, part: string) => Promise<string>;

/** Given where answers count; without it, as in a preview, nothing is sent. */
export const sendFileKey: InjectionKey<SendFile> = Symbol('send a file');

export const useSendFile = () => inject(sendFileKey, null);
