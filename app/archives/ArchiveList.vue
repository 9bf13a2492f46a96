<script setup lang="ts">
import type { ArchiveFault, ArchiveView } from '#shared/archives/types'
import * as words from '#shared/words'

/** Archives that were brought in, and how far those are that are being read. */
defineProps<{ archives: ArchiveView[] }>()
defineEmits<{ stop: [id: string]; open: [brandId: string] }>()

const labels = words.archives.list
const times = useTimes()
const session = useSessionStore()
const isMine = (id: string): boolean => session.me?.brands.some((brand) => brand.id === id) ?? false
const faultOf = ({ file, row, column }: ArchiveFault): string =>
  labels.fault(file.replace(/^rows\//, ''), row, column)
const outcomeOf = ({ state, stored, message }: ArchiveView): string =>
  state === 'failed' ? message : state === 'stopped' ? labels.stopped : labels.ended(stored)
</script>

<template>
  <ul>
    <li v-for="one in archives" :key="one.id" class="grid gap-1.5 border-b border-rule py-3">
      <div class="flex flex-wrap items-start justify-between gap-x-4 gap-y-1">
        <div class="min-w-0">
          <b class="block truncate font-semibold">{{ one.brandName }}</b>
          <span class="block text-small [overflow-wrap:anywhere] text-ink-3">{{
            labels.from(one.fileName, times.dayTime(one.at))
          }}</span>
        </div>
        <PlainButton v-if="one.state === 'reading'" @click="$emit('stop', one.id)">{{
          labels.stop
        }}</PlainButton>
        <PlainButton
          v-else-if="one.state === 'ended' && isMine(one.brandId)"
          @click="$emit('open', one.brandId)"
          >{{ labels.open }}</PlainButton
        >
      </div>
      <template v-if="one.state === 'reading'">
        <ProgressBar :label="one.brandName" :done="one.stored + one.leftOut" :total="one.total" />
        <p class="text-small text-ink-2" role="status">
          {{ labels.reading(one.stored + one.leftOut, one.total) }}
        </p>
      </template>
      <p v-else class="text-small" :class="one.state === 'failed' ? 'text-bad' : 'text-ink-2'">
        {{ outcomeOf(one) }}
      </p>
      <details v-if="one.leftOut > 0" class="text-small">
        <summary class="min-h-6 cursor-pointer text-bad">{{ labels.leftOut(one.leftOut) }}</summary>
        <p v-if="one.faults.length < one.leftOut" class="mt-1 text-ink-2">
          {{ labels.firstOnes(one.faults.length) }}
        </p>
        <ul class="mt-1 grid max-h-48 gap-0.5 overflow-y-auto text-ink-2" tabindex="0">
          <li v-for="(fault, at) in one.faults" :key="at">{{ faultOf(fault) }}</li>
        </ul>
        <p v-if="one.faults.some(({ column }) => column === '')" class="mt-1 text-ink-3">
          {{ labels.noColumn }}
        </p>
      </details>
    </li>
  </ul>
</template>
