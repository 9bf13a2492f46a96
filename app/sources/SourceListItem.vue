<script setup lang="ts">
import { sourceRoutes } from '#shared/sources/routes'
import { Pencil, RefreshCw } from '@lucide/vue'
import type { Source } from '#shared/sources/types'
import * as words from '#shared/words'
import { clippedShare } from './sourceForms'

const props = defineProps<{ source: Source; chosen: boolean }>()
const emit = defineEmits<{ edit: []; choose: [] }>()
const labels = words.source
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const isFetching = ref(false)
const share = computed(() => clippedShare(props.source))

async function fetchNow(): Promise<void> {
  isFetching.value = true
  try {
    await brand.call(sourceRoutes.fetchNow, { id: props.source.id })
  } catch (error) {
    notices.complain(error)
  } finally {
    isFetching.value = false
  }
}
const troubleSince = computed(() => {
  if (props.source.state === 'gone') return labels.gone
  return props.source.failingSince ? labels.failing(times.dayTime(props.source.failingSince)) : ''
})
/** What else is worth knowing about it: none of it needs doing anything. */
const notes = computed(() => {
  const { source } = props
  return [
    ...(source.pausedAt ? [labels.pausedSince(times.dayTime(source.pausedAt))] : []),
    ...(source.state === 'silent' && source.newestAt ? [labels.silent(times.dayTime(source.newestAt))] : []),
    ...(source.leaveOut ? [labels.leavesOut(source.leaveOut)] : []),
    ...(source.movedFrom ? [labels.moved(host(source.movedFrom))] : []),
    ...(source.announced ? [labels.announced] : []),
    ...source.repairs,
  ]
})
/** What the columns say, in one line: a phone has no room for columns. */
const facts = computed(() => {
  const { folders, articles, clipped, everyMinutes, lastFetchedAt } = props.source
  const fetched = lastFetchedAt ? times.ago(lastFetchedAt, labels.fetchedAgo) : labels.never
  return [
    folders.join(', '),
    labels.articles(articles),
    everyMinutes ? labels.brings(everyMinutes) : '',
    clipped > 0 ? labels.clippedOf(clipped, articles) : '',
    fetched,
  ]
    .filter(Boolean)
    .join(' · ')
})
const host = (url: string): string => new URL(url).hostname
const where = computed(() => (props.source.kind === 'mail' ? labels.byMail : host(props.source.feedUrl)))
</script>

<template>
  <!-- On a phone a row is a card: its cells stand below each other, with words in the place of the columns' names. -->
  <tr
    class="max-column:grid max-column:grid-cols-[28px_minmax(0,1fr)_auto] max-column:py-1.5 max-column:[&>td]:p-0"
    :class="chosen ? 'bg-well/60' : ''"
    :data-source="source.id"
  >
    <td v-if="brand.canWork" class="w-7 py-2 pr-2 pl-1 align-top">
      <input
        type="checkbox"
        class="mt-1 accent-(--act)"
        :checked="chosen"
        :aria-label="labels.choose(source.label)"
        @change="emit('choose')"
      />
    </td>
    <td class="max-w-[300px] py-2 pr-4 align-top max-column:col-start-2">
      <span class="serif text-[15.5px] leading-tight font-medium wrap-anywhere" dir="auto">{{
        source.label
      }}</span>
      <span v-if="source.own" class="ml-1 rounded-[3px] bg-well px-1.5 text-tiny text-ink-2">{{
        labels.ownMark
      }}</span>
      <span class="block truncate text-small text-ink-3"
        >{{ where }}<template v-if="source.region"> · {{ source.region }}</template></span
      >
      <span v-if="source.trouble" class="block text-small text-bad wrap-anywhere"
        >{{ source.trouble }} {{ troubleSince }}</span
      >
      <span class="block text-small text-ink-2 column:hidden">{{ facts }}</span>
      <span v-for="note in notes" :key="note" class="block text-small text-ink-2 wrap-anywhere">{{
        note
      }}</span>
    </td>
    <td class="py-2 pr-4 align-top text-ink-2 max-column:hidden">{{ source.folders.join(', ') }}</td>
    <td class="py-2 pr-4 text-right align-top max-column:hidden">
      {{ source.articles
      }}<span v-if="source.everyMinutes" class="block text-tiny whitespace-nowrap text-ink-3">{{
        labels.brings(source.everyMinutes)
      }}</span>
    </td>
    <td
      class="py-2 pr-4 text-right align-top max-column:hidden"
      :title="labels.clippedOf(source.clipped, source.articles)"
    >
      <template v-if="share !== null && source.clipped > 0">{{ share }} %</template
      ><span v-else class="text-ink-3">–</span>
    </td>
    <td class="py-2 pr-4 align-top whitespace-nowrap text-ink-2 max-column:hidden">
      <span v-if="source.lastFetchedAt" :title="times.exact(source.lastFetchedAt)">{{
        times.ago(source.lastFetchedAt)
      }}</span><template v-else>{{ labels.never }}</template>
      <span v-if="source.nextFetchAt" class="block text-tiny text-ink-3">{{
        labels.nextAt(times.time(source.nextFetchAt))
      }}</span>
    </td>
    <td class="py-1.5 text-right align-top whitespace-nowrap max-column:col-start-3 max-column:row-start-1">
      <template v-if="brand.canWork">
        <PlainButton
          v-if="source.kind === 'web'"
          kind="quiet"
          class="px-2"
          :busy="isFetching"
          :aria-label="`${labels.fetchNow}: ${source.label}`"
          :title="labels.fetchNow"
          @click="fetchNow"
          ><RefreshCw v-if="!isFetching" :size="15" aria-hidden="true"
        /></PlainButton>
        <PlainButton
          kind="quiet"
          class="px-2"
          :aria-label="`${words.frame.edit}: ${source.label}`"
          :title="words.frame.edit"
          @click="emit('edit')"
          ><Pencil :size="15" aria-hidden="true"
        /></PlainButton>
      </template>
    </td>
  </tr>
</template>
