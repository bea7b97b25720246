<script setup lang="ts">
import { forgetPerson, unsavedKit, unsavedSetups } from '~/services/device'
import { peopleWords } from '~~/shared/texts/pages/people'

/** Asks before signing out, says what would be lost, and leaves nothing on the device. */
const open = defineModel<boolean>('open', { required: true })
const session = useSessionStore()
const takes = useTakesStore()
const pictures = usePicturesStore()
const drafts = ref(0)
const kit = ref(0)
const failure = ref('')

/** Without anything that waits there is nothing to ask. */
watch(
  open,
  async now => {
    if (!now) return
    failure.value = ''
    await Promise.all([takes.readQueue(), pictures.readQueue()])
    drafts.value = unsavedSetups()
    kit.value = unsavedKit()
    if (!waits.value) await leave()
  },
  { immediate: true },
)

async function leave(): Promise<void> {
  try {
    await session.signOut()
  } catch (error) {
    failure.value = peopleWords('signOut.youStillSigned', { message: (error as Error).message })
    return
  }
  forgetPerson()
  open.value = false
  await navigateTo('/sign-in', { external: true })
}
async function leaveAll(): Promise<void> {
  const { key } = session
  await leave()
  if (failure.value === '') await Promise.all([takes.clearDevice(key), pictures.clearDevice(key)])
}
const waits = computed(() => takes.queue.length + pictures.waiting.length + drafts.value + kit.value > 0)
const asks = computed(() => open.value && (waits.value || failure.value !== ''))
</script>

<template>
  <UModal
    :open="asks"
    :title="peopleWords('signOut.signOut')"
    :description="peopleWords('signOut.signingOutRemovesYour')"
    @update:open="
      now => {
        open = now
      }
    "
  >
    <template #body>
      <p v-if="takes.queue.length > 0" role="alert">
        {{
          peopleWords('signOut.notSentYetWill', {
            queue: takes.queue.length,
            noun: takes.queue.length === 1 ? peopleWords('signOut.take') : peopleWords('signOut.takes'),
          })
        }}
      </p>
      <TakesWaitingTakes v-if="takes.queue.length > 0" class="mt-2" />
      <p v-if="pictures.waiting.length > 0" role="alert" class="mt-2">
        {{
          peopleWords('signOut.notSentYetWill2', {
            waiting: pictures.waiting.length,
            noun: pictures.waiting.length === 1 ? peopleWords('signOut.picture') : peopleWords('signOut.pictures'),
          })
        }}
      </p>
      <PicturesWaitingPictures class="mt-2" />
      <p v-if="drafts > 0" role="alert" class="mt-2">
        {{
          peopleWords('signOut.lastChangesNotSaved', {
            drafts,
            noun: drafts === 1 ? peopleWords('signOut.setUp') : peopleWords('signOut.setUps'),
            noun2: drafts === 1 ? peopleWords('signOut.it') : peopleWords('signOut.them'),
            noun3: drafts === 1 ? peopleWords('signOut.it') : peopleWords('signOut.them'),
          })
        }}
      </p>
      <p v-if="kit > 0" role="alert" class="mt-2">
        {{
          peopleWords('signOut.lastChangesKitNot', {
            kit,
            noun: kit === 1 ? peopleWords('signOut.item') : peopleWords('signOut.items'),
          })
        }}
      </p>
      <p v-if="failure" role="alert" class="mt-2 text-(--bad)">
        {{ failure }}
      </p>
    </template>
    <template #footer>
      <UButton :label="peopleWords('signOut.staySigned')" @click="open = false" />
      <UButton variant="ghost" :label="peopleWords('signOut.signOutDiscardChanges')" @click="leaveAll" />
    </template>
  </UModal>
</template>
