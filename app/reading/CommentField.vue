<script setup lang="ts">
import type { ArticleFull } from '#shared/reading/types'
import * as words from '#shared/words'
import { useDeskStore } from '~/posts/deskStore'
import { docOfArticle } from '~/posts/postDocs'
import PostMargin from '~/posts/PostMargin.vue'
import { usePostEditor } from '~/posts/usePostEditor'
import { useUsualAccounts } from '~/posts/useUsualAccounts'
import { useWireStore } from './wireStore'

const props = defineProps<{ article: ArticleFull }>()
const labels = words.commentField
const brand = useBrandStore()
const wire = useWireStore()
const desk = useDeskStore()
const goTo = useGoTo()
const editor = usePostEditor()
const { accounts } = editor
const { isUsual } = useUsualAccounts()
const margin = ref<InstanceType<typeof PostMargin> | null>(null)
const origin = computed(() => ({
  url: props.article.url,
  title: props.article.title,
  outlet: props.article.outlet,
  wasShared: props.article.shared.length > 0,
}))

/** The article whose post the field holds: the one before may still be being kept. */
const shownId = ref<string | null>(null)

/** Goes on with the post being written about the article, or begins one. */
function openFor(article: ArticleFull): void {
  margin.value?.reset()
  const draft = desk.draftAbout(article)
  if (draft) editor.open(draft)
  else editor.begin(freshDoc(article), article.id)
  shownId.value = article.id
}
const freshDoc = (article: ArticleFull) =>
  docOfArticle(article, {
    accounts: accounts.value,
    isUsual,
    pillars: (brand.view?.pillars ?? []).map(({ id }) => id),
    brand: brand.view?.brand,
  })
watch(
  // The accounts come with the brand, which may be fetched after the article.
  () => [props.article.id, brand.view?.brand.id ?? '', accounts.value.map(({ id }) => id).join()].join(' '),
  async () => {
    const { id } = props.article
    if (editor.saving.value === 'unsaved') await editor.save()
    if (id === props.article.id && brand.view) openFor(props.article)
  },
  { immediate: true },
)

/** The article leaves the list once its post is lined up, and comes back where that is undone. */
function linedUp(undone: (work: () => unknown) => void): void {
  const { id } = props.article
  const putBack = wire.leaveList(id, 'clipped')
  desk.endDraft(id)
  margin.value?.reset()
  if (props.article.id === id) editor.begin(freshDoc(props.article), id)
  undone(() => {
    desk.forgetDraft(id)
    putBack()
    return wire.reload(id)
  })
}
// An undone line-up brings its post back with the article.
watch(
  () => props.article.draft?.id,
  (id) => {
    if (id && id !== editor.id.value && editor.saving.value === 'saved') openFor(props.article)
  },
)
async function toDesk(): Promise<void> {
  await editor.save()
  await goTo(editor.version.value > 0 ? `/desk/${editor.id.value}` : `/desk/new?article=${props.article.id}`)
}
defineExpose({
  shownId,
  write: (typed?: string) => margin.value?.write(typed),
  quote: (selected: string) => margin.value?.quote(selected, props.article.language),
  lineUp: () => margin.value?.lineUp(),
  toDesk: () => void toDesk(),
})
</script>

<template>
  <PostMargin
    ref="margin"
    class="border-l border-rule max-wide:border-t max-wide:border-l-0"
    :editor="editor"
    :origin="origin"
    :is-opened="article.opened"
    :done="linedUp"
    @desk="toDesk"
  >
    <template #footer="{ lineUp, busy, canAsk }">
      <footer
        :class="[
          'flex flex-wrap gap-1.5 border-t border-rule px-3.5 py-3',
          'max-wide:sticky max-wide:bottom-0 max-wide:bg-sheet',
          'max-column:fixed max-column:inset-x-0 max-column:bottom-[56px] max-column:z-20',
          'max-column:flex-nowrap max-column:py-1.5 max-column:[&>button]:min-h-11',
        ]"
      >
        <PlainButton kind="act" :busy="busy" :disabled="!canAsk" @click="lineUp"
          >{{ busy ? labels.liningUp : labels.lineUp }} <KeyHint name="l" on-act
        /></PlainButton>
        <PlainButton :aria-pressed="article.state === 'clipped'" @click="wire.decide(article.id, 'clipped')">
          {{ article.state === 'clipped' ? words.wire.actions.clipped : words.wire.actions.clip }}
          <KeyHint name="c" />
        </PlainButton>
        <span class="hidden max-wide:contents">
          <PlainButton
            :aria-pressed="article.state === 'shelved'"
            @click="wire.decide(article.id, 'shelved')"
          >
            {{ article.state === 'shelved' ? words.wire.actions.shelved : words.wire.actions.shelve }}
            <KeyHint name="d" />
          </PlainButton>
        </span>
        <PlainButton
          kind="quiet"
          class="px-1.5"
          :aria-pressed="article.state === 'passed'"
          @click="wire.decide(article.id, 'passed')"
        >
          {{ article.state === 'passed' ? words.wire.actions.passed : words.wire.actions.pass }}
          <KeyHint name="p" />
        </PlainButton>
      </footer>
    </template>
  </PostMargin>
</template>
