<script setup lang="ts">
import { isZone, ownZone } from '~~/shared/units/zone'
import { devicesWords } from '~~/shared/texts/pages/devices'

/** By whose clocks the days of the studio's log go. */
const session = useSessionStore()
const here = ownZone()
const counting = ref(false)
/** Of the button; what is wrong with what was typed stands beside that. */
const error = ref('')

async function use(zone: string): Promise<string> {
  error.value = ''
  if (!isZone(zone)) return devicesWords('studioZone.suchLisbon')
  if (zone === session.zone) return ''
  counting.value = true
  try {
    await session.setZone(zone)
    return ''
  } catch (problem) {
    return (problem as Error).message
  } finally {
    counting.value = false
  }
}
const useHere = async (): Promise<string> => (error.value = await use(here))
</script>

<template>
  <section aria-labelledby="zone" class="grid gap-2 text-[13px]">
    <h2 id="zone" class="section-title">{{ devicesWords('studioZone.daysLog') }}</h2>
    <p class="text-(--ink-soft)">{{ devicesWords('studioZone.dayBeginsMidnight') }}</p>
    <div class="flex flex-wrap items-baseline gap-3">
      <label class="flex items-baseline gap-2"
        >{{ devicesWords('studioZone.timeZoneStudio') }}
        <UiZoneInput variant="none" :value="session.zone" :change="use" :disabled="counting" />
      </label>
      <UButton
        v-if="here !== session.zone"
        size="xs"
        variant="outline"
        :disabled="counting"
        :label="devicesWords('studioZone.useDevices', { here })"
        @click="useHere"
      />
      <span v-if="counting" role="status">{{ devicesWords('studioZone.countingLog') }}</span>
      <span v-if="error" role="alert" class="text-(--bad)">{{ error }}</span>
    </div>
  </section>
</template>
