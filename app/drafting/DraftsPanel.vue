<script setup lang="ts">
import { LoaderCircle } from '@lucide/vue'
import { draftingRoutes } from '#shared/drafting/routes'
import { languageName } from '#shared/drafting/messages'
import {
  DRAFT_LANGUAGES,
  type DraftLanguage,
  type DraftPreview,
  type DraftView,
  type DraftWish,
} from '#shared/drafting/types'
import * as words from '#shared/words'
import type { PostEditor } from '~/posts/usePostEditor'
import DraftCard from './DraftCard.vue'
import { useDrafts } from './useDrafts'
import { useDraftTaking } from './useDraftTaking'

/** Drafts of a post about an article, side by side: by the brand's model, and sentences of the article. */
const props = defineProps<{ editor: PostEditor; articleId: string; room: number }>()
const emit = defineEmits<{ insert: [text: string] }>()
const AT_ONCE = 3
const labels = words.drafting
const brand = useBrandStore()
const notices = useNoticesStore()
const { settings, drafts, going, lines, isBusy, message, draw, write, stop } = useDrafts(() => ({
  articleId: props.articleId,
  room: Math.max(1, props.room),
}))
const { use, mayAdd, addWording } = useDraftTaking(props.editor)
const language = ref<DraftLanguage | ''>('')
const text = computed(() => props.editor.doc.value.wordings[0]!.text.trim())
const isUsed = (draft: DraftView): boolean => draft.text === text.value
const hasModel = computed(() => (settings.value?.host ?? '') !== '')
const preview = shallowRef<DraftPreview | null>(null)
watch(
  () => props.articleId,
  () => {
    preview.value = null
    void draw()
  },
  { immediate: true },
)
const begin = (): Promise<void> => write('new', '', language.value || null, AT_ONCE)
const again = (wish: DraftWish, of: string, to: DraftLanguage | null): Promise<void> =>
  write(wish, of, to ?? (language.value || null), 1)
async function look(): Promise<void> {
  if (preview.value) return void (preview.value = null)
  try {
    preview.value = await brand.call(draftingRoutes.preview, {
      body: {
        ...{ articleId: props.articleId, postId: null, wish: 'new', text: '' },
        ...{ language: language.value || null, room: Math.max(1, props.room) },
      },
    })
  } catch (error) {
    notices.complain(error)
  }
}
const grid = 'grid grid-cols-[repeat(auto-fit,minmax(168px,1fr))] gap-2'
</script>

<template>
  <section class="grid gap-2.5 p-1.5" :aria-label="labels.panel">
    <template v-if="settings && hasModel">
      <div class="flex flex-wrap items-center gap-x-2.5 gap-y-1.5">
        <PlainButton v-if="!isBusy" data-write @click="begin">{{ labels.write(AT_ONCE) }}</PlainButton>
        <PlainButton v-else @click="stop">{{ labels.stop }}</PlainButton>
        <PlainSelect v-model="language" :label="labels.draftLanguage">
          <option value="">
            {{ settings.language ? languageName(settings.language) : labels.ofArticle }}
          </option>
          <option v-for="one in DRAFT_LANGUAGES" :key="one" :value="one">{{ languageName(one) }}</option>
        </PlainSelect>
        <span class="text-small text-ink-3">{{ labels.writeWith(settings.model) }}</span>
        <button
          type="button"
          class="ml-auto min-h-6 text-small font-semibold text-act underline-offset-2 hover:underline"
          :aria-expanded="preview !== null"
          @click="look"
        >
          {{ labels.whatIsSent }}
        </button>
      </div>
      <div
        v-if="preview"
        class="max-h-64 overflow-y-auto rounded border border-rule bg-paper p-2.5"
        tabindex="0"
        role="region"
        :aria-label="labels.whatIsSent"
      >
        <p class="text-small text-ink-2">{{ labels.whatIsSentTo(preview.host, preview.tokens) }}</p>
        <dl class="mt-1.5 grid gap-1.5 text-small">
          <div v-for="(one, at) in preview.messages" :key="at">
            <dt class="text-tiny font-semibold text-ink-3">{{ labels.roles[one.role] }}</dt>
            <dd class="wrap-anywhere whitespace-pre-line" dir="auto">{{ one.content }}</dd>
          </div>
        </dl>
      </div>
      <div v-if="going.length > 0 || drafts.length > 0" :class="grid" :aria-busy="isBusy">
        <article
          v-for="one in going"
          :key="one.key"
          class="rounded-md border border-dashed border-edge p-2.5"
          data-going
        >
          <ErrorMessage v-if="one.refused" :message="one.refused" />
          <template v-else>
            <p class="flex items-center gap-1 text-tiny text-ink-3" role="status">
              <LoaderCircle :size="11" class="animate-spin" aria-hidden="true" />{{ labels.writing }} …
            </p>
            <p class="serif wrap-anywhere whitespace-pre-line" dir="auto">{{ one.text }}</p>
          </template>
        </article>
        <DraftCard
          v-for="draft in drafts"
          :key="draft.id"
          :draft="draft"
          :is-used="isUsed(draft)"
          :may-add="mayAdd"
          :busy="isBusy"
          again
          @use="use(draft)"
          @wording="addWording(draft)"
          @again="(wish, to) => again(wish, draft.text, to)"
        />
      </div>
    </template>
    <p v-else-if="settings" class="flex flex-wrap gap-x-2 text-small text-ink-3">
      {{ labels.noModel }}
      <NuxtLink v-if="brand.isOwner" to="/set-up/drafting" class="font-semibold text-act">{{
        labels.setOne
      }}</NuxtLink>
    </p>
    <ErrorMessage v-if="message && lines?.length !== 0" :message="message" />
    <div>
      <h3 class="text-tiny font-semibold text-ink-3">
        {{ lines?.length === 0 ? message : labels.fromArticleHint }}
      </h3>
      <p v-if="lines === null" class="py-1 text-small text-ink-3" role="status">
        {{ words.frame.loading }} …
      </p>
      <button
        v-for="line in lines ?? []"
        :key="line"
        type="button"
        class="serif block w-full rounded py-1 text-left text-small hover:bg-well"
        dir="auto"
        @click="emit('insert', line)"
      >
        {{ line }}
      </button>
    </div>
  </section>
</template>
