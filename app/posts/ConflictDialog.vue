<script setup lang="ts">
import type { PostDoc, PostView } from '#shared/posts/types'
import * as words from '#shared/words'

/** Two versions of one post side by side: nothing typed is lost, whichever one goes on with. */
const props = defineProps<{ theirs: PostView | null; mine: PostDoc }>()
const emit = defineEmits<{ settle: [choice: 'mine' | 'theirs' | 'both'] }>()
const labels = words.writing.conflict
const times = useTimes()
const shown = shallowRef<PostView | null>(null)
watch(
  () => props.theirs,
  (now) => {
    if (now) shown.value = now
  },
  { immediate: true },
)
// What one was typing in rests meanwhile; the question has the keys.
const box = ref<HTMLElement | null>(null)
watch(
  () => props.theirs,
  async (now) => {
    await nextTick()
    if (now) box.value?.focus()
  },
  { immediate: true },
)
const own = (doc: PostDoc): string[] => doc.accounts.flatMap(({ ownText }) => (ownText ? [ownText] : []))
const who = computed(() => shown.value?.savedBy ?? words.desk.somebody)
</script>

<template>
  <Teleport to="body">
    <div v-if="theirs && shown" class="fixed inset-0 z-40 grid place-items-center bg-[#0b0f18]/35 p-4">
      <div
        ref="box"
        tabindex="-1"
        role="alertdialog"
        aria-modal="true"
        aria-labelledby="conflict-title"
        class="grid max-h-full w-[820px] max-w-full gap-3 overflow-y-auto rounded-lg border border-rule bg-sheet p-5 shadow-(--lift)"
      >
        <h2 id="conflict-title" class="part-name">{{ labels.title }}</h2>
        <p class="text-ink-2">{{ labels.detail(who, shown.savedAt ? times.dayTime(shown.savedAt) : '') }}</p>
        <div class="grid grid-cols-2 gap-3 max-column:grid-cols-1">
          <section
            v-for="[title, doc] in [
              [labels.mine, mine],
              [labels.theirs, shown.doc],
            ] as const"
            :key="title"
            class="rounded-md bg-paper p-3"
          >
            <h3 class="mb-1.5 text-small font-semibold text-ink-2">{{ title }}</h3>
            <p class="text-body wrap-anywhere whitespace-pre-wrap" dir="auto">
              {{ doc.wordings[0]?.text || words.desk.noText }}
            </p>
            <p
              v-for="text in own(doc)"
              :key="text"
              class="mt-2 border-t border-rule pt-2 text-base wrap-anywhere whitespace-pre-wrap"
              dir="auto"
            >
              {{ text }}
            </p>
            <p v-if="doc.hashtags.length > 0" class="mt-2 text-small text-act">
              {{ doc.hashtags.map((tag) => `#${tag}`).join(' ') }}
            </p>
          </section>
        </div>
        <div class="flex flex-wrap gap-2">
          <PlainButton kind="act" @click="emit('settle', 'both')">{{ labels.both }}</PlainButton>
          <PlainButton @click="emit('settle', 'mine')">{{ labels.keepMine }}</PlainButton>
          <PlainButton @click="emit('settle', 'theirs')">{{ labels.takeTheirs }}</PlainButton>
        </div>
      </div>
    </div>
  </Teleport>
</template>
