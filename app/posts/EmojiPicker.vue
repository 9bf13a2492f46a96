<script setup lang="ts">
import compact from 'emojibase-data/en/compact.json'
import * as words from '#shared/words'

const emit = defineEmits<{ pick: [emoji: string] }>()
const labels = words.writing.helpers
const search = ref('')
const MOST = 160
interface Emoji {
  unicode: string
  label: string
  tags?: string[]
  group?: number
  order?: number
}
// Parts of flags are no emoji by themselves; the library puts them outside its groups.
const all = (compact as Emoji[])
  .filter(({ group }) => group !== undefined)
  .sort((a, b) => (a.order ?? 0) - (b.order ?? 0))
const found = computed(() => {
  const wanted = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all
    .filter(({ label, tags }) =>
      wanted.every((word) => label.toLowerCase().includes(word) || tags?.some((tag) => tag.startsWith(word))),
    )
    .slice(0, MOST)
})
</script>

<template>
  <div class="grid gap-1.5">
    <input
      v-model="search"
      type="search"
      :aria-label="labels.searchEmoji"
      :placeholder="labels.searchEmoji"
      class="w-full rounded-md border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3"
    />
    <p v-if="found.length === 0" class="text-small text-ink-3">{{ labels.noEmoji }}</p>
    <ul class="flex max-h-[132px] flex-wrap overflow-y-auto">
      <li v-for="emoji in found" :key="emoji.unicode">
        <button
          type="button"
          class="size-8 rounded text-[18px] hover:bg-well"
          :title="emoji.label"
          :aria-label="emoji.label"
          @click="emit('pick', emoji.unicode)"
        >
          {{ emoji.unicode }}
        </button>
      </li>
    </ul>
  </div>
</template>
