import { inject, ref, type InjectionKey, type Ref } from 'vue';
import { say } from '../words/teacher';

/** Whether what is around may only be read. */
export const readOnlyKey: InjectionKey<Readonly<Ref<boolean>>> = Symbol(say('editor.readOnly'));

export const useReadOnly = () => inject(readOnlyKey, ref(false));
