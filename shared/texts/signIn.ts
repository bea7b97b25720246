/** What sign-in says, before anybody is in. */
export const SIGN_IN_TEXTS = {
  title: 'Sign in · Epiro',
  heading: 'Freeze what is too quick to see',
  lead:
    'Epiro plans high-speed studio photographs: when the flash must fire, how short it must be, where the light ' +
    'stands, and whether the take will be a keeper. Then it runs the session in the dark and learns from every take.',
  picture: 'A balloon half torn, its confetti still standing as it was packed',
  caption:
    'Computed, not photographed. A microphone 11 cm away hears the pin; half a millisecond later a flash of ' +
    '1/32 000 s fires, and the skin is half open.',
  demo: {
    heading: 'Look around',
    text: 'The demo studio has example shoots and set-ups. Change whatever you like.',
    open: 'Open demo studio',
    tour: 'Take the tour',
  },
  own: {
    heading: 'Sign in to your studio',
    before: 'There are no passwords. Open the sign-in link that',
    after: 'printed, or paste it here. It works once, in this browser.',
    field: 'Sign-in link',
    placeholder: 'Paste the link',
    send: 'Sign in',
  },
} as const
