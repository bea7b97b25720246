<script setup lang="ts">
import { SESSION_ROLES, type MemberInput, type SessionRole } from '~~/shared/schemas/records'
import type { MemberRecord } from '~/services/api'
import { peopleWords } from '~~/shared/texts/pages/people'

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
      <UInput
        v-model="name"
        variant="none"
        class="w-full"
        :ui="{ base: 'border-transparent' }"
        maxlength="80"
        :aria-label="peopleWords('memberRow.name', { name: member.name })"
        @change="rename"
        @keydown.enter="rename"
      />
    </td>
    <td>
      <UiPickOne
        :model-value="member.role"
        :options="SESSION_ROLES.map(role => ({ value: role, label: role }))"
        :line="false"
        :aria-label="peopleWords('memberRow.role', { name: member.name })"
        @update:model-value="setRole"
      />
    </td>
    <td>{{ member.devices }}</td>
    <td class="whitespace-nowrap">
      <template v-if="member.linkUntil">
        {{ peopleWords('memberRow.validUntil', { linkUntil: clock(member.linkUntil) }) }}
        <UButton
          variant="link"
          :aria-label="peopleWords('memberRow.cancelLink', { name: member.name })"
          @click="emit('cancel')"
        >
          {{ peopleWords('memberRow.cancel') }}
        </UButton>
      </template>
      <UButton
        v-else
        variant="link"
        :aria-label="peopleWords('memberRow.createLink', { name: member.name })"
        @click="emit('link')"
      >
        {{ peopleWords('memberRow.createLink2') }}
      </UButton>
    </td>
    <td class="text-right">
      <UButton
        v-if="!self"
        size="xs"
        variant="ghost"
        :label="peopleWords('memberRow.removeAccess')"
        :aria-label="peopleWords('memberRow.removeAccess2', { name: member.name })"
        @click="asking = true"
      />
      <UModal
        v-model:open="asking"
        :title="peopleWords('memberRow.removeAccess3', { name: member.name })"
        :description="peopleWords('memberRow.theirDevicesSignedOut')"
      >
        <template #footer>
          <UButton
            :label="peopleWords('memberRow.removeAccess')"
            @click="
              () => {
                asking = false
                emit('revoke')
              }
            "
          />
          <UButton variant="ghost" :label="peopleWords('memberRow.keepAccess')" @click="asking = false" />
        </template>
      </UModal>
    </td>
  </tr>
</template>
