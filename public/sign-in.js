// @ts-check
// Signs this browser in: by the demo's button, by a link that was opened, or by one that is pasted.
const find = (/** @type {string} */ id) => /** @type {HTMLElement} */ (document.getElementById(id))
const root = document.documentElement
const [message, look, demo, form] = [find('message'), find('look'), find('demo'), find('paste')]
const pasted = /** @type {HTMLInputElement} */ (find('link'))
const send = /** @type {HTMLButtonElement} */ (find('send'))

/** @param {string} path @param {object} body */
async function enter(path, body) {
  message.textContent = ''
  root.toggleAttribute('data-busy', true)
  try {
    const answer = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    if (answer.ok) {
      location.replace(document.body.dataset.to || '/')
      return
    }
    const problem = await answer.json().catch(() => ({}))
    message.textContent = problem.detail ?? 'Signing in failed. Try again.'
  } catch {
    message.textContent = 'The server cannot be reached. Check the network and try again.'
  }
  root.toggleAttribute('data-busy', false)
}

/** The token is in the fragment, which no server sees or logs. */
function enterByLink() {
  const token = location.hash.slice(1)
  if (!token) return
  history.replaceState(null, '', location.pathname + location.search)
  void enter('/api/session', { token })
}

const nameLook = () => {
  look.textContent = root.dataset.look === 'safelight' ? 'Work light' : 'Safelight'
}
look.addEventListener('click', () => {
  const dark = root.dataset.look !== 'safelight'
  root.dataset.look = dark ? 'safelight' : 'work'
  document.cookie = `epiro-look=${root.dataset.look}; max-age=${365 * 86_400}; path=/; samesite=strict`
  nameLook()
})
demo?.addEventListener('click', () => void enter('/api/session/demo', {}))
find('tour')?.addEventListener('click', () => {
  document.body.dataset.to = '/?tour=1'
  void enter('/api/session/demo', {})
})
pasted.addEventListener('input', () => {
  send.disabled = pasted.value.trim() === ''
})
form.addEventListener('submit', event => {
  event.preventDefault()
  // A link, or what stands behind its #.
  void enter('/api/session', { token: pasted.value.trim().split('#').pop() })
})
// A link pasted into this very tab loads nothing anew: only its fragment is another.
addEventListener('hashchange', enterByLink)
nameLook()
enterByLink()
