<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { ApiError, api } from '~/services/api'
import { afterSignIn } from '~/utils/afterSignIn'

const session = useSessionStore()
const route = useRoute()
const demo = ref(false)
const message = ref('')
const busy = ref(false)
useHead({ title: 'Sign in · Epiro' })

async function enter(how: () => Promise<unknown>): Promise<void> {
  busy.value = true
  message.value = ''
  try {
    await how()
    await session.load()
    await navigateTo(afterSignIn(route.query.to) || '/')
  } catch (error) {
    message.value = error instanceof ApiError ? error.message : 'Signing in failed'
  }
  busy.value = false
}

/** The token is in the fragment, which no server sees or logs. */
async function enterByLink(): Promise<void> {
  const token = location.hash.slice(1)
  if (!token) return
  history.replaceState(null, '', location.pathname + location.search)
  await enter(() => api.signIn(token))
}
// A link pasted into this very tab loads nothing anew: only its fragment is another.
useEventListener('hashchange', () => void enterByLink())
onMounted(async () => {
  await enterByLink()
  demo.value = (await api.signInOptions().catch(() => ({ demo: false }))).demo
})
</script>

<template>
  <div class="mx-auto grid max-w-lg gap-5 px-6 pt-24">
    <h1 class="text-2xl font-semibold">Sign in</h1>
    <p class="text-(--ink-soft)">
      Epiro has no passwords. Open the sign-in link that <code>npm start</code> printed; it signs in this browser, once.
      Every start prints a new one.
    </p>
    <p v-if="message" role="alert" class="border-l-2 border-(--bad) pl-3 text-(--bad)">
      {{ message }}
    </p>
    <div v-if="demo" class="grid gap-2 border-t border-(--hair) pt-5">
      <p class="text-(--ink-soft)">Just looking? The demo studio has example shoots and set-ups.</p>
      <div>
        <UButton label="Open demo studio" size="md" :loading="busy" @click="enter(api.openDemo)" />
      </div>
    </div>
  </div>
</template>
