/** What a page may load and run: its own files, and inline scripts that carry the nonce of this answer. */
export const policyOf = (nonce?: string): string => [
  'default-src \'self\'', `script-src 'self'${nonce ? ` 'nonce-${nonce}'` : ''}`, 'style-src \'self\' \'unsafe-inline\'', 'img-src \'self\' data: blob:',
  'font-src \'self\'', 'connect-src \'self\'', 'worker-src \'self\' blob:', 'object-src \'none\'', 'base-uri \'none\'', 'form-action \'self\'', 'frame-ancestors \'none\'',
].join('; ')
