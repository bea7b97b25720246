import { type Ref, ref } from 'vue'

/** What the framework gives components, as far as those that are tested alone ask for it. */
export const useCookie = <T>(_name: string, { default: start }: { default: () => T }): Ref<T> => ref(start()) as Ref<T>
