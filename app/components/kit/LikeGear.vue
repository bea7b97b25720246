<script setup lang="ts">
import type { LikeGearRecord } from '~~/server/services/gearLikeness'
import { api } from '~/services/api'
import { LIKE_GEAR_NAMES, likeGearText } from '~~/shared/texts/gear'
import { kitWords } from '~~/shared/texts/pages/kit'

/** Older set-ups that look as if one piece of gear was used: asked of each group once. */
const emit = defineEmits<{ named: [] }>()
const session = useSessionStore()
const groups = shallowRef<LikeGearRecord[]>([])
const names = reactive<Record<string, string>>({})
const failure = ref('')
const busy = ref(false)
const keyOf = ({ kind, setups }: LikeGearRecord): string => `${kind} ${setups[0]!.id}`

async function load(): Promise<void> {
  groups.value = await api.likeGear()
  for (const group of groups.value) names[keyOf(group)] ??= LIKE_GEAR_NAMES[group.kind]
}
async function say(group: LikeGearRecord, name: string | null): Promise<void> {
  busy.value = true
  failure.value = ''
  try {
    await api.nameLikeGear({ kind: group.kind, setups: group.setups.map(({ id }) => id), name })
    await load()
    if (name !== null) emit('named')
  } catch (error) {
    failure.value = (error as Error).message
  }
  busy.value = false
}
onMounted(() => {
  // Of no use to whoever may not change kit.
  if (session.isLead) void load().catch(() => {})
})
</script>

<template>
  <section
    v-if="groups.length > 0"
    :aria-label="kitWords('likeGear.olderSetUps')"
    class="grid gap-3 text-[13px]"
    data-testid="like-gear"
  >
    <p v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</p>
    <form
      v-for="group in groups"
      :key="keyOf(group)"
      class="grid gap-1 border-l-2 border-(--hair-strong) pl-3"
      @submit.prevent="say(group, names[keyOf(group)]!.trim())"
    >
      <p>{{ likeGearText(group.kind, group.setups.length) }}</p>
      <p class="text-(--ink-soft)">
        <template v-for="(setup, i) in group.setups.slice(0, 6)" :key="setup.id"
          ><template v-if="i > 0">, </template
          ><NuxtLink :to="`/setups/${setup.id}`" class="underline">{{ setup.name }}</NuxtLink></template
        ><template v-if="group.setups.length > 6">
          {{ kitWords('likeGear.more', { setups: group.setups.length - 6 }) }}</template
        >
      </p>
      <div class="flex flex-wrap items-end gap-2">
        <UFormField :label="kitWords('likeGear.name')" size="sm">
          <UInput v-model="names[keyOf(group)]" size="sm" :maxlength="80" required />
        </UFormField>
        <UButton type="submit" size="sm" :label="kitWords('likeGear.addKitTheseSet')" :disabled="busy" />
        <UButton
          size="sm"
          variant="ghost"
          :label="kitWords('likeGear.notSame')"
          :disabled="busy"
          @click="say(group, null)"
        />
      </div>
    </form>
  </section>
</template>
