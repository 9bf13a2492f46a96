<script setup lang="ts">
import { Pencil, RefreshCw } from '@lucide/vue'
import type { Source } from '#shared/api'
import { words } from '#shared/words'
import { api } from '../../api/client'

defineProps<{ sources: Source[] }>()
const emit = defineEmits<{ edit: [source: Source] }>()
const says = words.source
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const fetching = reactive(new Set<string>())

async function fetchNow(source: Source): Promise<void> {
  fetching.add(source.id)
  try {
    await api.post(brand.path(`/sources/${source.id}/fetch`))
  } catch (error) {
    notices.complain(error)
  } finally {
    fetching.delete(source.id)
  }
}
function troubleSince(source: Source): string {
  if (source.state === 'gone') return says.gone
  return source.failingSince ? says.failing(times.dayTime(source.failingSince)) : ''
}

/** What else is worth knowing about a feed: none of it needs doing anything. */
function notesOf(source: Source): string[] {
  return [
    ...(source.state === 'silent' && source.newestAt ? [says.silent(times.dayTime(source.newestAt))] : []),
    ...(source.movedFrom ? [says.moved(host(source.movedFrom))] : []),
    ...(source.announced ? [says.announced] : []),
    ...source.repairs,
  ]
}
const head = 'py-1.5 pr-4 text-left text-small font-semibold text-ink-2'
const host = (url: string): string => new URL(url).hostname
</script>

<template>
  <div class="overflow-x-auto px-6 pb-8">
    <table class="w-full min-w-[560px]">
      <thead class="border-b border-rule">
        <tr>
          <th scope="col" :class="head">{{ says.columns.source }}</th>
          <th scope="col" :class="head">{{ says.columns.folder }}</th>
          <th scope="col" :class="[head, 'text-right']">{{ says.columns.articles }}</th>
          <th scope="col" :class="head">{{ says.columns.fetched }}</th>
          <th scope="col" :class="head">{{ says.columns.next }}</th>
          <td />
        </tr>
      </thead>
      <tbody class="divide-y divide-rule">
        <tr v-for="source in sources" :key="source.id">
          <td class="max-w-[300px] py-2 pr-4">
            <span class="serif text-[15.5px] leading-tight font-medium">{{ source.label }}</span>
            <span v-if="source.own" class="ml-1 rounded-[3px] bg-well px-1.5 text-tiny text-ink-2">{{ says.ownMark }}</span>
            <span class="block truncate text-small text-ink-3">{{ host(source.feedUrl) }}</span>
            <span v-if="source.trouble" class="block text-small text-bad">{{ source.trouble }} {{ troubleSince(source) }}</span>
            <span v-for="note in notesOf(source)" :key="note" class="block text-small text-ink-2">{{ note }}</span>
          </td>
          <td class="py-2 pr-4 text-ink-2">{{ source.folders.join(', ') }}</td>
          <td class="py-2 pr-4 text-right">
            {{ source.articles
            }}<span v-if="source.everyMinutes" class="block text-tiny whitespace-nowrap text-ink-3">{{ says.brings(source.everyMinutes) }}</span>
          </td>
          <td class="py-2 pr-4 whitespace-nowrap text-ink-2">
            <span v-if="source.lastFetchedAt" :title="times.exact(source.lastFetchedAt)">{{ times.ago(source.lastFetchedAt) }}</span><template v-else>{{
              says.never
            }}</template>
          </td>
          <td class="py-2 pr-4 whitespace-nowrap text-ink-2">{{ source.nextFetchAt ? times.time(source.nextFetchAt) : '' }}</td>
          <td class="py-1.5 text-right whitespace-nowrap">
            <template v-if="brand.canWork">
              <PlainButton
                kind="quiet"
                class="px-2"
                :busy="fetching.has(source.id)"
                :aria-label="`${says.fetchNow}: ${source.label}`"
                :title="says.fetchNow"
                @click="fetchNow(source)"
                ><RefreshCw v-if="!fetching.has(source.id)" :size="15" aria-hidden="true"
              /></PlainButton>
              <PlainButton
                kind="quiet"
                class="px-2"
                :aria-label="`${words.frame.edit}: ${source.label}`"
                :title="words.frame.edit"
                @click="emit('edit', source)"
                ><Pencil :size="15" aria-hidden="true"
              /></PlainButton>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
