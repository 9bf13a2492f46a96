<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { quoteOf } from '#core/post/quote'
import type { CapturedClipping } from '#shared/capture/types'
import type { PictureView } from '#shared/posts/types'
import * as words from '#shared/words'
import { api, sentenceOf } from '~/base/client'
import PostMargin from '~/posts/PostMargin.vue'
import CapturedHead from './CapturedHead.vue'
import CaptureEnded from './CaptureEnded.vue'
import CaptureFiling from './CaptureFiling.vue'
import { useCapture } from './useCapture'

const props = defineProps<{ id: string; shared: PictureView | null }>()
const labels = words.capture
const brand = useBrandStore()
const session = useSessionStore()
const notices = useNoticesStore()
const goTo = useGoTo()
const capture = useCapture({ id: () => props.id, shared: () => props.shared })
const { editor, view, title, failed } = capture
const margin = ref<InstanceType<typeof PostMargin> | null>(null)
const busy = ref('')

const origin = computed(() => ({
  url: view.value?.captured.url ?? null,
  title: title.value,
  outlet: view.value?.article?.outlet ?? view.value?.captured.site ?? '',
  wasShared: (view.value?.shared.length ?? 0) > 0,
}))
const name = computed(
  () => title.value || view.value?.captured.words.slice(0, 60) || origin.value.outlet || labels.title,
)

/** The selected words in the brand's marks; what stands on no page is one's own, and in the line already. */
const quotation = computed(() =>
  view.value?.captured.url ? quoteOf(view.value.captured.words, brand.view?.brand.language ?? null) : '',
)

/** Where it went; null while one works on it. */
const ended = shallowRef<{
  message: string
  undo: (() => unknown) | null
  /** What is still being kept: the window closes behind it. */
  kept: Promise<unknown>
} | null>(null)
/** What was said of it just now stands in the window itself, with its undo. */
function end(kept: Promise<unknown> = Promise.resolve()): void {
  const said = notices.current
  if (!said) return
  ended.value = { message: said.message, undo: said.undo && (() => said.undo!()), kept }
  notices.dismiss()
}

async function clip(shelved: boolean): Promise<void> {
  if (busy.value !== '') return
  busy.value = shelved ? 'shelve' : 'clip'
  try {
    const { historyId } = await capture.keep({ shelved })
    const message = shelved
      ? labels.shelved(name.value)
      : labels.clipped(name.value, capture.filing.folder || null)
    if (historyId) notices.sayUndoable(message, session.brandId!, historyId, () => (ended.value = null))
    else notices.say(message)
    end()
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = ''
  }
}

/** The post is in line: what it was made from is kept with it, and goes with it where that is undone. */
function linedUp(undone: (work: () => unknown) => void): void {
  const brandId = session.brandId!
  const keep = async (): Promise<CapturedClipping | null> => {
    try {
      return view.value?.article ? null : await capture.keep({ done: true })
    } catch (error) {
      notices.complain(error)
      return null
    }
  }
  const kept = keep()
  undone(async () => {
    ended.value = null
    const clipping = await kept
    if (clipping?.historyId)
      await api
        .call(peopleRoutes.undo, { brandId, body: { historyId: clipping.historyId } })
        .catch(() => undefined)
    await editor.refresh()
  })
  void nextTick(() => end(kept))
}

async function toDesk(): Promise<void> {
  if (busy.value !== '') return
  busy.value = 'desk'
  try {
    if (!view.value?.article) await capture.keep({})
    if (!(await editor.save('untouched'))) throw new Error(editor.problem.value)
    const at = `/desk/${editor.id.value}`
    // A small window is left for a whole one.
    if (window.menubar.visible) await goTo(at)
    else {
      window.open(at, '_blank')
      window.close()
    }
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = ''
  }
}

/** What was typed belongs to this brand: it is stored before another one is chosen. */
const settle = async (): Promise<void> => {
  if (editor.saving.value === 'unsaved') await editor.save()
  editor.close()
}
defineExpose({ settle })

useKeys([
  { keys: ['l'], message: words.keys.lineUp, work: true, run: () => margin.value?.lineUp() },
  {
    keys: ['Enter'],
    command: true,
    message: words.keys.lineUp,
    work: true,
    run: () => margin.value?.lineUp(),
  },
  { keys: ['c'], message: words.keys.clip, work: true, run: () => void clip(false) },
  { keys: ['d'], message: words.keys.shelve, work: true, run: () => void clip(true) },
  { keys: ['e'], message: words.writing.toWriting, work: true, run: () => void toDesk() },
])
</script>

<template>
  <CaptureEnded v-if="ended" :message="ended.message" :undo="ended.undo" :kept="ended.kept" />
  <div v-else-if="failed" class="grid content-start gap-3 p-4">
    <ErrorMessage :message="sentenceOf(failed)" />
    <PlainButton class="justify-self-start" @click="capture.load()">{{ words.frame.again }}</PlainButton>
  </div>
  <p v-else-if="!view || !editor.isOpen.value" class="p-4 text-ink-3">{{ words.frame.loading }} …</p>
  <PostMargin
    v-else
    ref="margin"
    class="grow"
    :editor="editor"
    :origin="origin"
    :is-opened="true"
    :done="linedUp"
    :rows="3"
    scrolls
    @desk="toDesk"
  >
    <template #before>
      <CapturedHead
        v-model:title="title"
        :view="view"
        :is-looking="capture.isLooking.value"
        :picture-url="capture.pictureUrl.value"
        :picture="capture.picture.value"
        :own-picture="shared ?? view.picture"
        :is-taking="capture.isTaking.value"
        :picture-problem="capture.pictureProblem.value"
        :quote="quotation"
        @picture="capture.choosePicture"
        @own="capture.useOwn"
        @quote="margin?.quote(view.captured.words, brand.view?.brand.language ?? null)"
      />
    </template>
    <template #after><CaptureFiling :filing="capture.filing" :folders="view.folders" /></template>
    <template #footer="{ lineUp, busy: isLiningUp, canAsk }">
      <footer
        class="flex flex-wrap gap-1.5 border-t border-rule bg-paper p-3.5 max-column:[&>button]:min-h-11"
      >
        <PlainButton kind="act" :busy="isLiningUp" :disabled="!canAsk" @click="lineUp"
          >{{ isLiningUp ? words.commentField.liningUp : words.commentField.lineUp }}
          <KeyHint name="l" on-act
        /></PlainButton>
        <PlainButton :busy="busy === 'clip'" @click="clip(false)"
          >{{ labels.clip }} <KeyHint name="c"
        /></PlainButton>
        <PlainButton :busy="busy === 'shelve'" @click="clip(true)"
          >{{ labels.shelve }} <KeyHint name="d"
        /></PlainButton>
      </footer>
    </template>
  </PostMargin>
</template>
