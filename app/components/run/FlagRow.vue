<script setup lang="ts" generic="Id extends string">
/** What may be said of a take beside its verdict, one press each. */
const {
  flags,
  label = '',
  small = false,
} = defineProps<{
  flags: readonly { id: Id; label: string; on?: boolean; key?: string }[]
  /** Of the row, where the flags do not say themselves what they are about. */
  label?: string
  small?: boolean
}>()
const emit = defineEmits<{ press: [id: Id] }>()
</script>

<template>
  <div class="flags" :class="{ small }" :role="label ? 'group' : undefined" :aria-label="label || undefined">
    <button
      v-for="flag in flags"
      :key="flag.id"
      type="button"
      class="flag"
      :aria-pressed="flag.on"
      @click="emit('press', flag.id)"
    >
      {{ flag.label }} <kbd v-if="flag.key">{{ flag.key }}</kbd>
    </button>
    <slot />
  </div>
</template>

<style scoped>
.flags {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  justify-content: center;
}
.flag {
  border: 1px solid var(--hair-strong);
  padding: 6px 12px;
  font-size: 15px;
  cursor: pointer;
}
.flag[aria-pressed='true'] {
  background: var(--ink);
  color: #000;
}
.small .flag {
  padding: 3px 9px;
  font-size: 13px;
}
kbd {
  font-size: 11px;
  font-family: inherit;
}
@media (max-width: 640px) {
  .flag {
    padding: 5px 9px;
    font-size: 14px;
  }
  kbd {
    display: none;
  }
}
</style>
