<script setup lang="ts">
import type { PlanChange } from '#shared/schedule/types'
import * as words from '#shared/words'

/** The posts that a change would move, and those that would lose their place. */
const props = withDefaults(defineProps<{ change: PlanChange; most?: number }>(), { most: 8 })
const labels = words.timetable
const times = useTimes()
const brand = useBrandStore()
const when = (at: string | null): string => (at ? times.shortDayTime(at) : labels.nowhere)
const shown = computed(() => props.change.moved.slice(0, props.most))
</script>

<template>
  <div class="grid gap-2 text-small">
    <p v-if="change.moved.length === 0 && change.lost.length === 0" class="text-ink-2">
      {{ labels.changeNone }}
    </p>
    <template v-if="change.lost.length > 0">
      <p class="font-semibold text-bad">{{ labels.loses(change.lost.length) }}</p>
      <ul class="grid gap-1.5">
        <li v-for="post in change.lost" :key="post.id">
          <span class="line-clamp-1">{{ post.text }}</span> <span class="text-ink-2">{{ post.message }}</span>
        </li>
      </ul>
    </template>
    <template v-if="change.moved.length > 0">
      <p class="font-semibold">{{ labels.changes(change.moved.length) }}</p>
      <ul class="grid gap-1.5">
        <li v-for="post in shown" :key="post.id">
          <span class="line-clamp-1">{{ post.text }}</span>
          <span class="text-ink-2"
            >{{ brand.accountName(post.accountId) }} · {{ when(post.from) }} →
            <b class="font-semibold text-ink">{{ when(post.to) }}</b></span
          >
        </li>
      </ul>
      <p v-if="change.moved.length > shown.length" class="text-ink-3">
        {{ labels.more(change.moved.length - shown.length) }}
      </p>
    </template>
  </div>
</template>
