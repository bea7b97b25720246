/** Ticks to be heard and felt in the dark: a short tone and a buzz; silent where asked. */
export function useTicks() {
  const silent = ref(localStorage.getItem('epiro-silent') === '1')
  let audio: AudioContext | null = null

  function tick(high = false): void {
    if (silent.value) return
    navigator.vibrate?.(high ? 60 : 20)
    audio ??= new AudioContext()
    const oscillator = audio.createOscillator()
    const gain = audio.createGain()
    oscillator.frequency.value = high ? 1320 : 880
    gain.gain.setValueAtTime(0.12, audio.currentTime)
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.05)
    oscillator.connect(gain).connect(audio.destination)
    oscillator.start()
    oscillator.stop(audio.currentTime + 0.06)
  }
  function toggle(): void {
    silent.value = !silent.value
    localStorage.setItem('epiro-silent', silent.value ? '1' : '0')
  }
  onScopeDispose(() => void audio?.close())
  return { silent, tick, toggle }
}
