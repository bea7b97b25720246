/** Hairlines and type carry the structure: square corners, no shadows, no rings but the focus. */
export default defineAppConfig({
  ui: {
    colors: {
      primary: 'ink',
      neutral: 'ink',
      success: 'ink',
      warning: 'amber',
      error: 'red',
      info: 'ink',
      secondary: 'ink',
    },
    icons: {
      close: 'i-lucide-x',
      loading: 'i-lucide-loader-circle',
      chevronDown: 'i-lucide-chevron-down',
      check: 'i-lucide-check',
    },
    // Hovered, a filled button keeps its ground: faded, its label could not be read in the safelight.
    button: {
      slots: { base: 'rounded-none font-medium cursor-pointer' },
      defaultVariants: { size: 'sm' },
      compoundVariants: [
        {
          color: 'primary' as const,
          variant: 'solid' as const,
          class: 'hover:bg-primary active:bg-primary hover:underline',
        },
      ],
    },
    input: { slots: { base: 'rounded-none tabular' } },
    textarea: { slots: { base: 'rounded-none' } },
    select: { slots: { base: 'rounded-none', content: 'rounded-none shadow-none ring-1 ring-default' } },
    modal: {
      variants: {
        fullscreen: { false: { content: 'rounded-none shadow-none ring-1 ring-default' } },
        overlay: { true: { overlay: 'bg-(--veil)' } },
      },
    },
    tooltip: { slots: { content: 'rounded-none shadow-none ring-1 ring-default' } },
    formField: { slots: { label: 'text-xs font-medium', hint: 'text-xs', error: 'text-xs' } },
  },
})
