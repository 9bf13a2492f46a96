<script setup lang="ts">
import { Forward, Plus, X } from '@lucide/vue'
import type { ArticleFull } from '#shared/reading/types'
import * as words from '#shared/words'
import { useTagging } from './useTagging'
import { useWireStore } from './wireStore'

const props = defineProps<{ article: ArticleFull }>()
const emit = defineEmits<{ handOn: [] }>()
const labels = words.tag
const brand = useBrandStore()
const { tagArticles } = useTagging()
const wire = useWireStore()
const isOpen = ref(false)
const names = computed(() => props.article.tags.map(({ name }) => name))
watch(
  () => props.article.id,
  () => (isOpen.value = false),
)
const typedAhead = useTypedAhead()
/** What is typed while the field is still being fetched goes into it, and is no command to the list. */
function open(): void {
  if (isOpen.value) return
  isOpen.value = true
  typedAhead.collect()
}
/** Puts on and takes off what makes the difference. */
const put = (wanted: string[]): Promise<void> =>
  tagArticles(
    [props.article.id],
    wanted.filter((name) => !names.value.includes(name)),
    names.value.filter((name) => !wanted.includes(name)),
  )
const inkOf = (id: string): string =>
  `var(--pillar-${brand.view?.watches.find((watch) => watch.id === id)?.ink ?? 5})`
defineExpose({ focus: open })
</script>

<template>
  <div class="mt-2 grid gap-1 text-small text-ink-2">
    <p
      v-if="article.reason.length > 0"
      class="flex flex-wrap gap-x-3 gap-y-0.5"
      :aria-label="words.wire.sheet.reason"
      role="note"
      data-because
    >
      <span v-for="hit in article.reason" :key="hit.watchId" class="min-w-0">
        <i
          class="mr-1.5 inline-block size-2 rounded-full"
          :style="{ background: inkOf(hit.watchId) }"
          aria-hidden="true"
        /><NuxtLink
          :to="{ path: '/wire', query: { watch: hit.watchId } }"
          class="font-semibold text-ink hover:text-act"
          @click="wire.setFilter({ watch: hit.watchId })"
          >{{ hit.name }}</NuxtLink
        >: {{ hit.message }}
      </span>
    </p>
    <div v-if="isOpen" class="max-w-[420px]" @keydown.esc.stop="isOpen = false">
      <LazyTagField
        focused
        :model-value="names"
        :known="(brand.view?.tags ?? []).map(({ name }) => name)"
        :label="words.wire.sheet.tags"
        hide-label
        @update:model-value="put"
      />
    </div>
    <div
      v-else-if="article.tags.length > 0 || brand.canWork"
      class="flex flex-wrap items-center gap-1"
      role="group"
      :aria-label="words.wire.sheet.tags"
    >
      <span
        v-for="tag in article.tags"
        :key="tag.id"
        class="flex items-center rounded-[4px] bg-well pl-1.5 text-ink"
        :class="brand.canWork ? '' : 'pr-1.5'"
        :title="labels.by[tag.by]"
        data-tag
        >{{ tag.name
        }}<button
          v-if="brand.canWork"
          type="button"
          class="grid size-[22px] place-items-center text-ink-3 hover:text-ink"
          :aria-label="labels.take(tag.name)"
          @click="put(names.filter((name) => name !== tag.name))"
        >
          <X :size="11" aria-hidden="true" /></button
      ></span>
      <button
        v-if="brand.canWork"
        type="button"
        class="flex min-h-[22px] items-center gap-0.5 rounded-[4px] px-1 hover:bg-well hover:text-ink"
        @click="open"
      >
        <Plus :size="12" aria-hidden="true" />{{ labels.add }} <KeyHint name="t" />
      </button>
      <button
        v-if="brand.canWork"
        type="button"
        class="flex min-h-[22px] items-center gap-0.5 rounded-[4px] px-1 hover:bg-well hover:text-ink"
        @click="emit('handOn')"
      >
        <Forward :size="12" aria-hidden="true" />{{ words.recipients.handOn.title }} <KeyHint name="h" />
      </button>
    </div>
  </div>
</template>
