<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import type { Watch } from '#shared/watches'
import { words } from '#shared/words'

const says = words.watch
const brand = useBrandStore()
const editing = ref<Watch | null>(null)
const isOpen = ref(false)
function open(watch: Watch | null): void {
  editing.value = watch
  isOpen.value = true
}
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.watches" :intro="says.intro">
      <PlainButton v-if="brand.canWork" kind="act" @click="open(null)">{{ says.newTitle }}</PlainButton>
    </PartHead>
    <EmptyState v-if="brand.view!.watches.length === 0" :title="says.empty.title" :detail="says.empty.detail" />
    <ul v-else class="mx-6 mb-8 divide-y divide-rule border-y border-rule">
      <li v-for="one in brand.view!.watches" :key="one.id" class="flex items-center gap-4 py-2.5">
        <i class="size-2.5 shrink-0 rounded-full" :style="{ background: `var(--pillar-${one.ink})` }" aria-hidden="true" />
        <div class="min-w-0 grow">
          <p class="serif text-headline font-medium">{{ one.name }}</p>
          <p class="text-small wrap-anywhere text-ink-2">{{ one.query }}</p>
        </div>
        <span class="shrink-0 text-small text-ink-3">{{ says.unread(one.unread) }}</span>
        <PlainButton v-if="brand.canWork" kind="quiet" class="px-2" :aria-label="`${words.frame.edit}: ${one.name}`" @click="open(one)"
          ><Pencil :size="15" aria-hidden="true"
        /></PlainButton>
      </li>
    </ul>
    <WatchDialog :open="isOpen" :watch="editing" @close="isOpen = false" />
  </div>
</template>
