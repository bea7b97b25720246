const RETRY = 1500
const LINES_KEPT = 40

/** The practice bench on its wire: lines out, lines in, joined again when the line drops. */
export function useBench() {
  const lines = ref<{ from: 'me' | 'bench'; text: string }[]>([])
  const connected = ref(false)
  let socket: WebSocket | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let wanted = ''

  const note = (from: 'me' | 'bench', text: string): void => {
    lines.value = [...lines.value, { from, text }].slice(-LINES_KEPT)
  }

  function join(setupId: string): void {
    leave()
    wanted = setupId
    connect()
  }
  function connect(): void {
    if (!wanted) return
    const made = new WebSocket(
      `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/setups/${wanted}/bench`,
    )
    socket = made
    made.onopen = () => {
      connected.value = true
      made.send('HELLO 1')
    }
    made.onmessage = (event: MessageEvent) => note('bench', String(event.data))
    made.onclose = () => {
      if (socket !== made) return
      connected.value = false
      timer = setTimeout(connect, RETRY)
    }
  }
  function leave(): void {
    clearTimeout(timer)
    wanted = ''
    const old = socket
    socket = null
    old?.close()
    connected.value = false
  }
  /** Says lines; false where nobody hears them. */
  function say(...said: string[]): boolean {
    if (socket?.readyState !== WebSocket.OPEN) return false
    for (const text of said) {
      note('me', text)
      socket.send(text)
    }
    return true
  }

  onBeforeUnmount(leave)
  return { lines, connected, join, leave, say }
}
