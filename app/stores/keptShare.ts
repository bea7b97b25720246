import { type Setup, marked, withChange } from '~~/core'
import { keptShareFor } from '~~/core/season'
import type { KeptShareRecord } from '~~/server/services/keptShare'
import { keptShareHow } from '~~/shared/texts/season'
import { api } from '~/services/api'
import { localDay } from '~/utils/day'
import { readOnce } from '~/utils/readOnce'

/** What this studio keeps of its on-time takes: what a new set-up begins with in place of the usual eight in ten. */
export const useKeptShareStore = defineStore('keptShare', () => {
  const record = shallowRef<KeptShareRecord | null>(null)
  async function load(): Promise<void> {
    record.value = await api.keptShare()
  }
  /** Without it the usual share stands. */
  const needed = readOnce(() => record.value !== null, load)
  async function use(used: boolean): Promise<void> {
    record.value = await api.useKeptShare(used)
  }

  /** A new set-up with the studio's own share, marked with what it rests on. */
  function begun(setup: Setup): Setup {
    if (!record.value?.used || !record.value.worthy) return setup
    const { share, takes } = keptShareFor(record.value, setup.recipe)
    const path = 'goal.kept'
    const own = withChange(setup, { path, value: Number(share.toFixed(2)) })
    return marked(own, [path], 'measured', { how: keptShareHow(takes), date: localDay() })
  }

  return { record, load, needed, use, begun }
})
