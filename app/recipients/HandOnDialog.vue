<script setup lang="ts">
import { recipientRoutes } from '#shared/recipients/routes'
import type { RecipientView } from '#shared/recipients/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { useRecipients } from './useRecipients'

/** Whom an article or a clipping is handed on to, with a note that goes with it. */
const props = defineProps<{
  open: boolean
  title: string
  articleId?: string | null
  clippingId?: string | null
}>()
const emit = defineEmits<{ close: [] }>()
const labels = words.recipients.handOn
const brand = useBrandStore()
const times = useTimes()
const { view, list, failed } = useRecipients(() => props.open)
const thing = computed((): Record<string, string> =>
  props.articleId ? { article: props.articleId } : { clipping: props.clippingId ?? '' },
)
const before = useBrandQuery(recipientRoutes.dispatches, {
  changes: ['recipient'],
  given: () => ({ query: thing.value }),
  enabled: () => props.open,
})
const chosen = ref('')
const note = ref('')
const error = ref('')
const busy = ref(false)
const radios = ref<HTMLInputElement[]>([])
watch(
  () => [props.open, list.value] as const,
  async ([open]) => {
    if (!open || list.value.some(({ id }) => id === chosen.value)) return
    chosen.value = list.value[0]?.id ?? ''
    await nextTick()
    radios.value[0]?.focus()
  },
  { immediate: true },
)
watch(
  () => props.open,
  (open) => {
    if (!open) note.value = ''
    error.value = ''
  },
)
/** What became of it there before, in words. */
function saidOf({ id }: RecipientView): string {
  const last = before.data.value?.rows.find(({ recipientId }) => recipientId === id)
  if (!last || last.state === 'failed') return ''
  if (last.state === 'waiting') return labels.waits(last.by)
  return labels.before(times.nearDay(last.endedAt ?? last.at), last.by)
}
async function send(): Promise<void> {
  const recipient = list.value.find(({ id }) => id === chosen.value)
  if (!recipient || busy.value) return
  busy.value = true
  error.value = ''
  try {
    await brand.change(labels.said(recipient.name), () =>
      brand.call(recipientRoutes.handOn, {
        body: {
          recipientId: recipient.id,
          articleId: props.articleId ?? null,
          clippingId: props.articleId ? null : (props.clippingId ?? null),
          note: note.value,
        },
      }),
    )
    emit('close')
  } catch (failure) {
    error.value = sentenceOf(failure)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <SideDialog :open="open" :title="labels.title" place="middle" @close="emit('close')">
    <p v-if="failed" class="text-bad">{{ failed }}</p>
    <p v-else-if="!view" class="text-ink-3">{{ words.frame.loading }} …</p>
    <div v-else-if="list.length === 0" class="grid gap-2">
      <p>{{ labels.none }}</p>
      <p v-if="!brand.isOwner" class="text-ink-2">{{ labels.noneElse }}</p>
      <PlainButton v-else to="/set-up/recipients" class="justify-self-start">{{
        labels.noneOwner
      }}</PlainButton>
    </div>
    <form v-else id="hand-on" class="grid gap-3.5" novalidate @submit.prevent="send">
      <p class="serif text-headline leading-snug font-medium wrap-anywhere" dir="auto">
        {{ title || words.recipients.noTitle }}
      </p>
      <fieldset class="grid gap-0.5">
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.to }}</legend>
        <label
          v-for="recipient in list"
          :key="recipient.id"
          class="grid min-h-6 grid-cols-[auto_minmax(0,1fr)] gap-x-2 py-0.5"
          ><input
            ref="radios"
            v-model="chosen"
            type="radio"
            name="recipient"
            class="mt-[3px] self-start accent-(--act)"
            :value="recipient.id"
            @keydown.enter.prevent="send"
          /><span class="min-w-0 wrap-anywhere"
            >{{ recipient.name }}
            <span class="text-small text-ink-3">{{
              words.recipients.toHost(recipient.kind, recipient.host)
            }}</span>
            <span v-if="saidOf(recipient)" class="block text-small text-ink-2">{{ saidOf(recipient) }}</span>
            <span v-if="recipient.message" class="block text-small text-bad">{{
              recipient.message
            }}</span></span
          ></label
        >
      </fieldset>
      <TextField v-model="note" :label="labels.note" :lines="2" :maxlength="LIMITS.recipients.note" />
      <ErrorMessage :message="error" />
    </form>
    <template v-if="list.length > 0" #actions>
      <PlainButton kind="act" type="submit" form="hand-on" :busy="busy">{{ labels.act }}</PlainButton>
      <PlainButton @click="emit('close')">{{ words.frame.cancel }}</PlainButton>
    </template>
  </SideDialog>
</template>
