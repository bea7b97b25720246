<script setup lang="ts">
import { pictureUrl } from '~/services/pictureQueue'
import type { TakeAmendment } from '~~/shared/takes/input'
import type { TakeRecord } from '~/services/api'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { takesWords } from '~~/shared/texts/pages/takes'

/** The takes of the set-up at hand, with their pictures; each can be put right. */
const emit = defineEmits<{ amend: [TakeRecord] }>()
const takes = useTakesStore()
const session = useSessionStore()
const pictures = usePicturesStore()
const { show } = useNumbers()

/**
 * What a take was logged as, told by what was put right first of all, its verdict; and who put it right, where that was
 * somebody else.
 */
function was(former: TakeAmendment & { by?: string }, loggedBy: string | null): string {
  const place =
    former.position === null
      ? ''
      : takesWords('takeTable.at', { position: show(former.position, 'length', { unit: 'mm' }) })
  const by = former.by && former.by !== loggedBy ? takesWords('takeTable.corrected', { by: former.by }) : ''
  return `${VERDICT_LABELS[former.verdict].toLowerCase()}${former.keeper ? ', keeper' : ''}${place}${by}`
}
/** Rows that are drawn: a set-up of thousands of takes is looked through a stretch at a time. */
const STRETCH = 100
const drawn = ref(STRETCH)
const left = computed(() => takes.takes.length - drawn.value)
const wrong = ref<string[]>([])
async function attach(take: string, files: File[]): Promise<void> {
  wrong.value = await pictures.add(files, take)
}
</script>

<template>
  <p v-for="text in wrong" :key="text" role="alert" class="text-[12px] text-(--bad)">
    {{ text }}
  </p>
  <table class="w-full text-[12px]">
    <thead class="text-left text-(--ink-soft)">
      <tr>
        <th class="font-normal">{{ takesWords('takeTable.no') }}</th>
        <th class="text-right font-normal">{{ takesWords('takeTable.delay') }}</th>
        <th class="pl-3 font-normal">{{ takesWords('takeTable.verdict') }}</th>
        <th class="text-right font-normal">{{ takesWords('takeTable.pastMark') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="take in takes.takes.slice(0, drawn)"
        :key="take.key"
        class="border-t border-(--hair) align-top"
        data-testid="take"
      >
        <td>
          {{ takeMark(take) }}
          <span v-if="take.by" class="narrow block text-[11px] text-(--ink-faint)">{{ take.by }}</span>
        </td>
        <td class="text-right">
          {{ show(take.delay, 'time', { figures: 4 }) }}
        </td>
        <td class="pl-3">
          {{ VERDICT_LABELS[take.verdict] }}{{ take.keeper ? takesWords('takeTable.keeper') : '' }}
          <p v-if="take.former" class="narrow text-(--ink-faint)" data-testid="former">
            {{
              takesWords('takeTable.was', {
                former: take.former.map(former => was(former, take.by)).join(takesWords('takeTable.then')),
              })
            }}
          </p>
          <p v-if="take.note" class="narrow text-(--ink-faint)">
            {{ take.note }}
          </p>
          <span v-if="pictures.ofTake.has(take.id)" class="mt-1 flex flex-wrap gap-1">
            <a
              v-for="picture in pictures.ofTake.get(take.id)"
              :key="picture.id"
              class="block h-[40px] w-[60px]"
              :href="pictureUrl(picture.id, 'full')"
              target="_blank"
              :aria-label="takesWords('takeTable.pictureTake', { name: picture.name, take: takeMark(take) })"
              ><PicturesPictureView :id="picture.id" size="thumb" fit="cover" alt=""
            /></a>
          </span>
        </td>
        <td class="text-right whitespace-nowrap">
          {{ take.position === null ? '–' : show(take.position, 'length', { unit: 'mm' }) }}
          <UButton
            v-if="session.isCrew"
            class="-my-1.5"
            size="xs"
            variant="ghost"
            icon="i-lucide-pencil"
            :aria-label="takesWords('takeTable.correctTake', { take: takeMark(take) })"
            @click="emit('amend', take)"
          />
          <PicturesAddPictures
            v-if="session.isCrew && take.id !== take.key"
            class="-my-1.5 inline-block"
            :take="take.id"
            :label="takesWords('takeTable.addPicturesTake', { number: take.number })"
            @files="attach(take.id, $event)"
          />
        </td>
      </tr>
    </tbody>
  </table>
  <UButton
    v-if="left > 0"
    size="xs"
    variant="outline"
    class="justify-self-start"
    :label="takesWords('takeTable.showEarlierTakes', { left: Math.min(left, STRETCH), left2: left })"
    @click="drawn += STRETCH"
  />
</template>
