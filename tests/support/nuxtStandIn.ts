import { type Ref, ref } from 'vue'

/** Cookies that were asked for, with how they are to be kept. */
export const cookies = new Map<string, { options: object; value: Ref<unknown> }>()

/** What of Nuxt the stores and components ask for, away from a page: a cookie that is not kept. */
export function useCookie<T>(name: string, options: { default: () => T }): Ref<T> {
  const value = ref(options.default()) as Ref<T>
  cookies.set(name, { options, value })
  return value
}
