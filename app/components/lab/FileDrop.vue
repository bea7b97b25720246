<script setup lang="ts">
import { type Recording, record } from '~/services/recording'
import { labWords } from '~~/shared/texts/pages/lab'

/** Files for a tool: chosen, dropped, recorded, or a stand-in whose truth is known. */
const lab = useLabStore()
const over = ref(false)
const recording = shallowRef<Recording | null>(null)
const failure = ref('')
const ACCEPT = { frame: 'image/jpeg,image/png,image/webp', sound: 'audio/*', trace: '.csv,.tsv,.txt,audio/wav,.wav' }
const WORDS = { frame: 'pictures', sound: 'recordings', trace: 'traces' }

function chosen(event: Event): void {
  const input = event.target as HTMLInputElement
  void lab.add([...(input.files ?? [])])
  input.value = ''
}
function dropped(event: DragEvent): void {
  over.value = false
  void lab.add([...(event.dataTransfer?.files ?? [])])
}
async function turn(): Promise<void> {
  failure.value = ''
  try {
    if (!recording.value) recording.value = await record()
    else {
      const { channels, rate } = await recording.value.end()
      recording.value = null
      await lab.addSound(channels, rate)
    }
  } catch (error) {
    failure.value = (error as Error).message
  }
}
onBeforeUnmount(() => void recording.value?.end())
</script>

<template>
  <div class="drop" :class="{ over }" @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="dropped">
    <label class="choose">
      {{ labWords('fileDrop.choose', { takes: WORDS[lab.tool.takes] }) }}
      <input
        type="file"
        class="sr-only"
        :accept="ACCEPT[lab.tool.takes]"
        multiple
        data-testid="lab-files"
        @change="chosen"
      />
    </label>
    <span class="text-(--ink-soft)">{{ labWords('fileDrop.dropThemHere') }}</span>
    <UButton v-if="lab.tool.takes !== 'frame'" size="sm" variant="outline" @click="turn">
      {{ recording ? labWords('fileDrop.stopRecording') : labWords('fileDrop.record') }}
    </UButton>
    <UButton size="sm" variant="ghost" @click="lab.loadSample()">{{ labWords('fileDrop.anotherSample') }}</UButton>
    <UButton v-if="lab.files.length > 0" size="sm" variant="ghost" @click="lab.clear()">{{
      labWords('fileDrop.clear')
    }}</UButton>
    <NuxtLink v-if="lab.toolId === 'clock'" to="/lab/clock" class="underline">{{
      labWords('fileDrop.openScreenClock')
    }}</NuxtLink>
    <span v-if="lab.busy" role="status" class="flex items-center gap-2">
      {{ lab.busy }}
      <UButton variant="link" @click="lab.stop()">{{ labWords('fileDrop.stop') }}</UButton>
    </span>
    <span v-if="lab.truth" role="note" class="text-(--ink-soft)">{{
      lab.hidden ? labWords('fileDrop.exerciseCorrectMarksThen') : labWords('fileDrop.sampleAlreadyReadTrue')
    }}</span>
    <ul v-if="lab.trouble.length > 0 || failure" role="alert" class="basis-full text-(--bad)">
      <li v-for="line in [...lab.trouble, ...(failure ? [failure] : [])]" :key="line">{{ line }}</li>
    </ul>
  </div>
</template>

<style scoped>
.drop {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  border: 1px dashed var(--hair-strong);
  padding: 8px 12px;
  font-size: 13px;
}
.drop.over {
  border-color: var(--action);
}
.choose {
  text-decoration: underline;
  cursor: pointer;
}
.choose:focus-within {
  outline: 2px solid var(--action);
}
</style>
