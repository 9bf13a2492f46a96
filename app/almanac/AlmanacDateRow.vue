<script setup lang="ts">
import { ExternalLink, Pencil, X } from '@lucide/vue'
import type { AlmanacDateWithPosts } from '#shared/almanac/types'
import * as words from '#shared/words'
import DateSign from './DateSign.vue'
import { useAlmanacDays } from './useAlmanacDays'

/** A date worth a post, with what can be done about it. */
const props = defineProps<{ date: AlmanacDateWithPosts; isOwn: boolean }>()
const emit = defineEmits<{ edit: []; except: [] }>()
const labels = words.almanac
const brand = useBrandStore()
const times = useTimes()
const { titleOf, detailOf, writeAt, isOver } = useAlmanacDays()
const title = computed(() => titleOf(props.date))
const dayName = computed(() => times.dateMonth(props.date.date))
</script>

<template>
  <li class="group grid grid-cols-[18px_minmax(0,1fr)_auto] items-start gap-x-3 py-2" :data-kind="date.kind">
    <DateSign
      :kind="date.kind"
      :size="15"
      class="mt-[5px]"
      :class="date.isClosed ? 'text-bad' : 'text-ink-3'"
    />
    <div class="min-w-0">
      <p class="serif text-[16.5px] leading-snug font-medium wrap-anywhere">{{ title }}</p>
      <p class="text-small text-ink-3">
        {{ detailOf(date)
        }}<template v-if="date.posts > 0">
          ·
          <NuxtLink
            :to="`/desk/${date.postId}`"
            class="font-semibold text-ok underline-offset-2 hover:underline"
            :aria-label="labels.postsFor(date.posts, date.title)"
            >{{ labels.posts(date.posts) }}</NuxtLink
          ></template
        >
      </p>
      <p v-if="date.prompt" class="mt-0.5 line-clamp-3 max-w-[70ch] text-ink-2 wrap-anywhere">
        {{ date.prompt }}
      </p>
    </div>
    <div v-if="brand.canWork" class="flex items-center gap-0.5">
      <a
        v-if="date.url"
        :href="date.url"
        target="_blank"
        rel="noopener noreferrer"
        class="grid size-7 place-items-center rounded text-ink-3 hover:text-ink"
        :aria-label="`${labels.openPage}: ${title}`"
        :title="labels.openPage"
        ><ExternalLink :size="14" aria-hidden="true"
      /></a>
      <template v-if="isOwn">
        <button
          v-if="date.before === 0"
          type="button"
          class="grid size-7 place-items-center rounded text-ink-3 hover:text-ink"
          :aria-label="`${labels.leaveOut}: ${title}, ${dayName}`"
          :title="labels.leaveOut"
          @click="emit('except')"
        >
          <X :size="14" aria-hidden="true" />
        </button>
        <button
          type="button"
          class="grid size-7 place-items-center rounded text-ink-3 hover:text-ink"
          :aria-label="labels.editOf(date.title)"
          :title="labels.edit"
          @click="emit('edit')"
        >
          <Pencil :size="14" aria-hidden="true" />
        </button>
      </template>
      <PlainButton
        v-if="!isOver(date.date)"
        class="ml-1.5"
        :to="writeAt(date)"
        :aria-label="labels.writeFor(title, dayName)"
        >{{ labels.write }}</PlainButton
      >
    </div>
  </li>
</template>
