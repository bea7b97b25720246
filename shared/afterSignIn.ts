/** The page a link may lead to once it has signed a device in: a run, and nowhere else; empty: the shoots. */
export const afterSignIn = (to: unknown): string =>
  typeof to === 'string' && /^\/setups\/[0-9a-f-]{36}\/run$/.test(to) ? to : ''
