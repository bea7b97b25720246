<script setup lang="ts">
/** Every key. */
const open = defineModel<boolean>('open', { required: true })
const KEYS: [string, [string, string][]][] = [
  [
    'Anywhere',
    [
      ['?', 'this list'],
      ['g s', 'shoots'],
      ['g l', 'log'],
      ['g k', 'kit'],
      ['g m', 'lab (measure)'],
      ['g p', 'practice'],
      ['g d', 'people and devices'],
      ['g w', 'glossary (words)'],
    ],
  ],
  [
    'Set-up',
    [
      ['Ctrl Z', 'undo'],
      ['Ctrl Shift Z', 'redo'],
      ['s', 'say what to set'],
      ['r', 'play or pause replay'],
      ['t', 'ten takes'],
      ['v', 'switch table plan view'],
      ['1 … 7', 'findings, figures, light, methods, tests, lists, takes'],
      ['p', 'open dial card page'],
    ],
  ],
  [
    'Selected part of a drawing',
    [
      ['arrows', 'move it'],
      ['Shift arrows', 'ten times as far'],
      ['Enter', 'type its values'],
      ['Alt while dragging', 'drag without snapping'],
    ],
  ],
  [
    'Day',
    [
      ['↑ ↓', 'move the set-up in the order'],
      ['Ctrl Z', 'undo'],
    ],
  ],
  [
    'Run',
    [
      ['space', 'mark the call as done'],
      ['Backspace', 'go back a step'],
      ['d', 'dial the proposed delay'],
      ['e o l n m', 'early, on, late, not in frame, misfire'],
      ['k s x c', 'keeper, sharp, exposed, clean'],
      ['1 … 6', 'why it is no keeper'],
      ['v', 'next variant of the prop'],
      ['u', 'correct the last take'],
    ],
  ],
  [
    'Two pictures',
    [
      ['+ −', 'zoom both'],
      ['arrows', 'move both'],
      ['0', 'fit everything'],
    ],
  ],
  [
    'A drawing',
    [
      ['+ −', 'zoom'],
      ['arrows', 'move the view'],
      ['0', 'fit everything'],
      ['1 2 3', 'time strip: shutter, action, light'],
    ],
  ],
]
</script>

<template>
  <UModal v-model:open="open" title="Keys" description="Shortcuts are off while you type.">
    <template #body>
      <p class="mb-3 text-[13px]">
        <NuxtLink to="/glossary" class="underline" @click="open = false">Glossary: every term explained</NuxtLink>
      </p>
      <div class="grid grid-cols-2 gap-x-8 gap-y-4 max-sm:grid-cols-1">
        <section v-for="[title, keys] in KEYS" :key="title">
          <h3 class="section-title mb-1">
            {{ title }}
          </h3>
          <dl class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 text-[13px]">
            <template v-for="[k, what] in keys" :key="k">
              <dt>
                <kbd class="border border-(--hair-strong) px-1 text-[11px]">{{ k }}</kbd>
              </dt>
              <dd>{{ what }}</dd>
            </template>
          </dl>
        </section>
      </div>
    </template>
  </UModal>
</template>
