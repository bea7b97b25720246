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

/** Other recipes, for the strip below the picture. */
const OTHERS = ['powder', 'pour', 'drop', 'projectile'] as const

const pasted = ref('')
/** A link, or what stands behind its #. */
async function enterPasted(): Promise<void> {
  const text = pasted.value.trim()
  await enter(() => api.signIn(text.slice(text.lastIndexOf('#') + 1)))
}

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
  <div class="scrolls h-full">
    <div class="mx-auto grid max-w-5xl grid-cols-[3fr_2fr] gap-10 px-6 py-14 max-md:grid-cols-1 max-md:py-6">
      <figure class="grid content-start gap-2">
        <UiRecipePicture
          recipe="balloon"
          class="aspect-3/2 w-full"
          alt="A balloon half torn, its confetti still standing as it was packed"
        />
        <figcaption class="text-[12px] text-(--ink-soft)">
          Computed, not photographed. A microphone 11 cm away hears the pin; half a millisecond later a flash of 1/32
          000 s fires, and the skin is half open.
        </figcaption>
        <div class="grid grid-cols-4 gap-2 pt-1" aria-hidden="true">
          <UiRecipePicture v-for="recipe in OTHERS" :key="recipe" :recipe="recipe" class="aspect-3/2" />
        </div>
      </figure>
      <div class="grid content-start gap-5">
        <h1 class="text-2xl leading-tight font-semibold">Freeze what is too quick to see</h1>
        <p>
          Epiro plans high-speed studio photographs: when the flash must fire, how short it must be, where the light
          stands, and whether the take will be a keeper. Then it runs the session in the dark and learns from every
          take.
        </p>
        <p v-if="message" role="alert" class="border-l-2 border-(--bad) pl-3 text-(--bad)">
          {{ message }}
        </p>
        <div v-if="demo" class="grid gap-2 border-t border-(--hair) pt-5">
          <h2 class="font-semibold">Look around</h2>
          <p class="text-(--ink-soft)">The demo studio has example shoots and set-ups. Change whatever you like.</p>
          <div>
            <UButton label="Open demo studio" size="md" :loading="busy" @click="enter(api.openDemo)" />
          </div>
        </div>
        <div class="grid gap-2 border-t border-(--hair) pt-5">
          <h2 class="font-semibold">Sign in to your studio</h2>
          <p class="text-(--ink-soft)">
            There are no passwords. Open the sign-in link that <code>npm start</code> printed, or paste it here; it
            signs in this browser, once.
          </p>
          <form class="flex gap-2" @submit.prevent="enterPasted">
            <UInput v-model="pasted" class="flex-1" aria-label="Sign-in link" placeholder="Paste the link" />
            <UButton type="submit" variant="outline" label="Sign in" :loading="busy" :disabled="pasted.trim() === ''" />
          </form>
        </div>
      </div>
    </div>
  </div>
</template>
