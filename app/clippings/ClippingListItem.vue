<script setup lang="ts">
import { Archive, Check, Pencil, PenLine, RotateCcw, Undo2 } from '@lucide/vue'
import type { Clipping } from '#shared/clippings/types'
import * as words from '#shared/words'
import { NuxtLink } from '#components'
import { vDrag, type DragSource } from '~/base/dragging'

const props = defineProps<{ clipping: Clipping; current: boolean; chosen: boolean }>()
const emit = defineEmits<{
  edit: []
  done: [done: boolean]
  move: [state: 'clipped' | 'shelved']
  choose: []
  mark: []
}>()
const labels = words.clippings
const brand = useBrandStore()
const times = useTimes()
const title = computed(() => props.clipping.title || labels.noTitle)
const source = computed((): DragSource | null =>
  brand.canWork && props.clipping.doneAt === null
    ? { what: { kind: 'clipping', id: props.clipping.id }, label: title.value }
    : null,
)
const readAt = computed(() => ({
  path: '/wire',
  query: { show: props.clipping.shelved ? 'shelved' : 'clipped', article: props.clipping.articleId ?? '' },
}))
const session = useSessionStore()
/** What is no article's is read where it stands. */
const outside = computed(() =>
  props.clipping.articleId === null && props.clipping.url !== null
    ? session.outside(props.clipping.url)
    : null,
)
const writeAt = computed(() => ({
  path: '/desk/new',
  query:
    props.clipping.articleId && props.clipping.quote === null
      ? { article: props.clipping.articleId }
      : { clippings: props.clipping.id },
}))
</script>

<template>
  <li
    v-drag="source"
    :class="[
      'grid grid-cols-[18px_minmax(0,1fr)_auto] gap-x-3 gap-y-1 px-4 py-3',
      'max-column:grid-cols-[18px_minmax(0,1fr)]',
      current ? 'bg-paper shadow-[inset_3px_0_0_var(--act)]' : '',
    ]"
    :data-clipping="clipping.id"
    @click="emit('choose')"
    @focusin="emit('choose')"
  >
    <input
      v-if="brand.canWork"
      type="checkbox"
      class="mt-1.5 size-3.5 accent-(--act)"
      :checked="chosen"
      :aria-label="labels.chooseOf(title)"
      @change="emit('mark')"
    />
    <div class="col-start-2 min-w-0">
      <component
        :is="clipping.articleId ? NuxtLink : outside ? 'a' : 'p'"
        v-bind="
          clipping.articleId
            ? { to: readAt }
            : outside
              ? { href: outside, target: '_blank', rel: 'noopener noreferrer' }
              : {}
        "
        class="serif text-headline leading-snug font-medium wrap-anywhere"
        :class="clipping.articleId || outside ? 'hover:text-act' : ''"
        dir="auto"
      >
        {{ title }}
      </component>
      <p class="mt-0.5 flex flex-wrap items-center gap-x-1.5 text-small text-ink-2">
        <span class="font-medium">{{ clipping.outlet || words.collection.oneKind[clipping.kind] }}</span>
        <template v-if="clipping.at"
          >·
          <time :datetime="clipping.at" :title="times.exact(clipping.at)">{{
            times.dayMonth(clipping.at)
          }}</time></template
        >
        · <span :title="times.exact(clipping.keptAt)">{{ labels.kept(times.ago(clipping.keptAt)) }}</span>
        <span v-if="clipping.folder" class="rounded-[3px] bg-well px-1.5 text-tiny text-ink-2">{{
          clipping.folder
        }}</span>
        <span
          v-for="tag in clipping.tags"
          :key="tag.id"
          class="rounded-[4px] border border-rule px-1.5 text-tiny text-ink-2"
          >{{ tag.name }}</span
        >
        <span v-if="clipping.posts > 0" class="flex items-center gap-1 text-ok"
          ><Check :size="13" aria-hidden="true" />{{ labels.posts(clipping.posts) }}</span
        >
      </p>
      <blockquote
        v-if="clipping.quote && clipping.quote !== title"
        class="serif mt-1 max-w-[66ch] border-l-2 border-edge pl-3 text-[15.5px] text-ink-2 wrap-anywhere"
        dir="auto"
      >
        {{ clipping.quote }}
      </blockquote>
      <p v-if="clipping.note" class="mt-1 max-w-[66ch] whitespace-pre-line text-ink wrap-anywhere" dir="auto">
        {{ clipping.note }}
      </p>
    </div>
    <div v-if="brand.canWork" class="flex items-start gap-1 max-column:col-start-2">
      <PlainButton v-if="!clipping.doneAt" :to="writeAt" :aria-label="labels.writeOf(title)"
        ><PenLine :size="14" aria-hidden="true" />{{ labels.write }}</PlainButton
      >
      <PlainButton
        kind="quiet"
        class="px-2"
        :aria-label="labels.edit(title)"
        :title="labels.editTitle"
        @click="emit('edit')"
        ><Pencil :size="15" aria-hidden="true"
      /></PlainButton>
      <template v-if="!clipping.doneAt">
        <PlainButton
          v-if="clipping.quote === null || clipping.articleId === null"
          kind="quiet"
          class="px-2"
          :aria-label="labels.moveOf(clipping.shelved ? labels.clip : labels.shelve, title)"
          :title="clipping.shelved ? labels.clip : labels.shelve"
          @click="emit('move', clipping.shelved ? 'clipped' : 'shelved')"
          ><component :is="clipping.shelved ? Undo2 : Archive" :size="15" aria-hidden="true"
        /></PlainButton>
        <PlainButton
          kind="quiet"
          class="px-2"
          :aria-label="labels.doneOf(title)"
          :title="labels.done"
          @click="emit('done', true)"
          ><Check :size="15" aria-hidden="true"
        /></PlainButton>
      </template>
      <PlainButton
        v-else
        kind="quiet"
        class="px-2"
        :aria-label="labels.againOf(title)"
        :title="labels.again"
        @click="emit('done', false)"
        ><RotateCcw :size="15" aria-hidden="true"
      /></PlainButton>
    </div>
  </li>
</template>
