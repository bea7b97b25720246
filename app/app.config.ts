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
        // Words in a sentence that do something: set as the words about them, and underlined.
        {
          color: 'primary' as const,
          variant: 'link' as const,
          class:
            'inline gap-1 p-0 text-start font-normal text-[length:inherit] leading-[inherit] text-inherit underline ' +
            'hover:text-inherit active:text-inherit disabled:text-inherit aria-disabled:text-inherit',
        },
      ],
    },
    // Written on a line, as large as the words about it.
    input: {
      slots: { base: 'rounded-none tabular' },
      compoundVariants: [
        {
          variant: 'none' as const,
          class: {
            base:
              'border-b border-(--hair-strong) focus:border-(--ink) p-0.5 text-[length:inherit] ' +
              'md:text-[length:inherit] leading-[inherit] placeholder:text-(--ink-faint)',
          },
        },
      ],
    },
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
