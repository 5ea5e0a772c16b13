import { inject, ref, type InjectionKey, type Ref } from 'vue';

/** Whether what is around may only be read. */
export const readOnlyKey: InjectionKey<Readonly<Ref<boolean>>> = Symbol('read only');

export const useReadOnly = () => inject(readOnlyKey, ref(false));
