/** ms after which the application is put on the device: what is being opened comes first. */
const CALM = 4000

/**
 * Keeps the application on this device, so that it opens without a network; a new version is offered, and comes only
 * when somebody takes it.
 */
export function useNewVersion() {
  const offered = ref(false)
  let waiting: ServiceWorker | null = null
  function look(registration: ServiceWorkerRegistration): void {
    waiting = registration.waiting
    offered.value = waiting !== null && navigator.serviceWorker.controller !== null
  }
  async function install(): Promise<void> {
    // Only where the browser lets one: over https, or on this very machine.
    if (!('serviceWorker' in navigator)) return
    const registration = await navigator.serviceWorker.register('/sw.js').catch(() => null)
    if (!registration) return
    look(registration)
    registration.addEventListener('updatefound', () => {
      registration.installing?.addEventListener('statechange', () => look(registration))
    })
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  onMounted(() => {
    if (!import.meta.dev) timer = setTimeout(() => void install(), CALM)
  })
  onBeforeUnmount(() => clearTimeout(timer))
  function take(): void {
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
    waiting?.postMessage({ type: 'SKIP_WAITING' })
  }
  return { offered, take }
}
