<script setup lang="ts">
import { forgetPerson, unsavedKit, unsavedSetups } from '~/services/device'

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
    failure.value = `You are still signed in: ${(error as Error).message}`
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
    title="Sign out?"
    description="Signing out removes your data from this device."
    @update:open="
      now => {
        open = now
      }
    "
  >
    <template #body>
      <p v-if="takes.queue.length > 0" role="alert">
        {{ takes.queue.length }} {{ takes.queue.length === 1 ? 'take is' : 'takes are' }} not sent yet and will be lost:
      </p>
      <TakesWaitingTakes v-if="takes.queue.length > 0" class="mt-2" />
      <p v-if="pictures.waiting.length > 0" role="alert" class="mt-2">
        {{ pictures.waiting.length }}
        {{ pictures.waiting.length === 1 ? 'picture is' : 'pictures are' }} not sent yet and will be lost:
      </p>
      <PicturesWaitingPictures class="mt-2" />
      <p v-if="drafts > 0" role="alert" class="mt-2">
        The last changes of {{ drafts }} {{ drafts === 1 ? 'set-up are' : 'set-ups are' }} not saved yet and will be
        lost: open {{ drafts === 1 ? 'it' : 'them' }} again to save {{ drafts === 1 ? 'it' : 'them' }}.
      </p>
      <p v-if="kit > 0" role="alert" class="mt-2">
        The last changes of {{ kit }} {{ kit === 1 ? 'item' : 'items' }} of kit are not saved yet and will be lost. To
        save them, open Kit again.
      </p>
      <p v-if="failure" role="alert" class="mt-2 text-(--bad)">
        {{ failure }}
      </p>
    </template>
    <template #footer>
      <UButton label="Stay signed in" @click="open = false" />
      <UButton variant="ghost" label="Sign out and discard changes" @click="leaveAll" />
    </template>
  </UModal>
</template>
