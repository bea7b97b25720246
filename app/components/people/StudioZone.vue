<script setup lang="ts">
import { isZone, ownZone } from '~~/shared/units/zone'
import { devicesWords } from '~~/shared/texts/pages/devices'

/** By whose clocks the days of the studio's log go. */
const session = useSessionStore()
const ZONES = Intl.supportedValuesOf('timeZone')
const here = ownZone()
const error = ref('')
const counting = ref(false)

async function use(zone: string): Promise<void> {
  error.value = isZone(zone) ? '' : devicesWords('studioZone.suchLisbon')
  if (error.value !== '' || zone === session.zone) return
  counting.value = true
  try {
    await session.setZone(zone)
  } catch (problem) {
    error.value = (problem as Error).message
  }
  counting.value = false
}
</script>

<template>
  <section aria-labelledby="zone" class="grid gap-2 text-[13px]">
    <h2 id="zone" class="section-title">{{ devicesWords('studioZone.daysLog') }}</h2>
    <p class="text-(--ink-soft)">{{ devicesWords('studioZone.dayBeginsMidnight') }}</p>
    <div class="flex flex-wrap items-baseline gap-3">
      <label class="flex items-baseline gap-2"
        >{{ devicesWords('studioZone.timeZoneStudio') }}
        <UInput
          variant="none"
          class="w-48"
          list="studio-zones"
          autocomplete="off"
          :model-value="session.zone"
          :disabled="counting"
          :aria-invalid="error !== ''"
          @change="use(($event.target as HTMLInputElement).value.trim())"
        />
      </label>
      <datalist id="studio-zones"><option v-for="zone in ZONES" :key="zone" :value="zone" /></datalist>
      <UButton
        v-if="here !== session.zone"
        size="xs"
        variant="outline"
        :disabled="counting"
        :label="devicesWords('studioZone.useDevices', { here })"
        @click="use(here)"
      />
      <span v-if="counting" role="status">{{ devicesWords('studioZone.countingLog') }}</span>
      <span v-if="error" role="alert" class="text-(--bad)">{{ error }}</span>
    </div>
  </section>
</template>
