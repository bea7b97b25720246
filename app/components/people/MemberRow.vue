<script setup lang="ts">
import { SESSION_ROLES, type MemberInput, type SessionRole } from '~~/shared/schemas/records'
import type { MemberRecord } from '~/services/api'

/** Somebody of the studio: name and role to be changed in place, links and the way out. */
const { member, self } = defineProps<{ member: MemberRecord; self: boolean }>()
const emit = defineEmits<{ change: [MemberInput]; link: []; cancel: []; revoke: [] }>()
const name = ref(member.name)
watch(
  () => member.name,
  now => {
    name.value = now
  },
)
const { clock } = useDates()

function rename(): void {
  const wanted = name.value.trim()
  if (wanted === '' || wanted === member.name) {
    name.value = member.name
    return
  }
  emit('change', { name: wanted, role: member.role })
}
const setRole = (role: SessionRole): void => emit('change', { name: member.name, role })
const asking = ref(false)
</script>

<template>
  <tr data-testid="member">
    <td>
      <input
        v-model="name"
        class="w-full bg-transparent outline-offset-2"
        maxlength="80"
        :aria-label="`Name of ${member.name}`"
        @change="rename"
        @keydown.enter="rename"
      />
    </td>
    <td>
      <UiPickOne
        :model-value="member.role"
        :options="SESSION_ROLES.map(role => ({ value: role, label: role }))"
        :line="false"
        :aria-label="`Role of ${member.name}`"
        @update:model-value="setRole"
      />
    </td>
    <td>{{ member.devices }}</td>
    <td class="whitespace-nowrap">
      <template v-if="member.linkUntil">
        valid until {{ clock(member.linkUntil) }}
        <button
          type="button"
          class="underline"
          :aria-label="`Cancel the link of ${member.name}`"
          @click="emit('cancel')"
        >
          cancel
        </button>
      </template>
      <button
        v-else
        type="button"
        class="underline"
        :aria-label="`Create link for ${member.name}`"
        @click="emit('link')"
      >
        Create link
      </button>
    </td>
    <td class="text-right">
      <UButton
        v-if="!self"
        size="xs"
        variant="ghost"
        label="Remove access"
        :aria-label="`Remove access for ${member.name}`"
        @click="asking = true"
      />
      <UModal
        v-model:open="asking"
        :title="`Remove access for ${member.name}?`"
        :description="
          'Their devices are signed out at once, and links made for them or by them stop working. ' +
          'Their takes stay in the log under their name.'
        "
      >
        <template #footer>
          <UButton
            label="Remove access"
            @click="
              () => {
                asking = false
                emit('revoke')
              }
            "
          />
          <UButton variant="ghost" label="Keep access" @click="asking = false" />
        </template>
      </UModal>
    </td>
  </tr>
</template>
