<script setup lang="ts">
import type { ArticleFull } from '#shared/api'
import type { Draft } from '../../composables/useDraft'
import { words } from '#shared/words'

defineProps<{ article: ArticleFull }>()
const draft = defineModel<Draft>({ required: true })
const says = words.yourLine
const brand = useBrandStore()
const id = useId()
const chip = 'rounded-full border px-2 py-px text-small'
const look = (on: boolean): string => `${chip} ${on ? 'border-transparent bg-well text-ink' : 'border-dashed border-edge text-ink-2 hover:text-ink'}`
</script>

<template>
  <div class="grid gap-2">
    <div class="flex flex-wrap gap-[5px]" role="group" :aria-label="says.partsLabel">
      <button v-if="article.url" type="button" :class="look(draft.link)" :aria-pressed="draft.link" @click="draft.link = !draft.link">
        {{ says.parts.link }}
      </button>
      <button type="button" :class="look(draft.title)" :aria-pressed="draft.title" @click="draft.title = !draft.title">{{ says.parts.title }}</button>
      <button type="button" :class="look(draft.credit)" :aria-pressed="draft.credit" @click="draft.credit = !draft.credit">
        {{ says.parts.credit(article.outlet) }}
      </button>
    </div>
    <div class="grid grid-cols-[1fr_104px] gap-1.5">
      <input
        v-model="draft.hashtags"
        :aria-label="`${says.hashtags}: ${says.hashtagsHint}`"
        :title="says.hashtagsHint"
        :placeholder="says.hashtags"
        class="min-w-0 rounded-md border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3"
      />
      <select
        :id="id"
        :value="draft.pillarId ?? ''"
        :aria-label="says.pillar"
        class="min-w-0 rounded-md border border-edge bg-sheet px-1 py-1 text-small"
        @change="draft.pillarId = ($event.target as HTMLSelectElement).value || null"
      >
        <option value="">{{ says.noPillar }}</option>
        <option v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" :value="pillar.id">{{ pillar.name }}</option>
      </select>
    </div>
  </div>
</template>
