/**
 * What a page may load and run: its own files, and inline scripts that carry the nonce of this answer. Styles cannot be
 * held to that: the interface library
 * writes its colours and each icon into style elements of its own while the page runs, and gives them no nonce.
 */
export const policyOf = (nonce?: string): string =>
  [
    "default-src 'self'",
    `script-src 'self'${nonce ? ` 'nonce-${nonce}'` : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    // A picture that waits on the device is read from there.
    "connect-src 'self' blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
