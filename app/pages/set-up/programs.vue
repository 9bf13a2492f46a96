<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { platformRoutes } from '#shared/platform/routes'
import { tokenRoutes } from '#shared/tokens/routes'
import type { PersonalToken } from '#shared/tokens/types'
import * as words from '#shared/words'
import TokenDialog from '~/tokens/TokenDialog.vue'

const labels = words.tokens
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const { data: tokens, failed, reload } = useBrandQuery(tokenRoutes.personal, { changes: ['token'] })
const isOpen = ref(false)
const docs = platformRoutes.docs.path
async function end({ id, name }: PersonalToken): Promise<void> {
  try {
    await brand.call(tokenRoutes.end, { id, by: 'brand' })
    await reload()
    notices.say(labels.ended(name))
  } catch (error) {
    notices.complain(error)
  }
}
async function close(): Promise<void> {
  isOpen.value = false
  await reload()
}
const about = (one: PersonalToken): string =>
  [
    one.scopes.map((scope) => labels.shortScopes[scope]).join(', '),
    one.lastUsedAt === one.madeAt ? labels.never : labels.lastUsed(times.shortDayTime(one.lastUsedAt)),
    labels.ends(times.dayMonth(one.endsAt)),
  ].join(' · ')
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.programs" :intro="labels.intro">
      <PlainButton kind="act" @click="isOpen = true">{{ labels.add }}</PlainButton>
    </PartHead>
    <p class="mx-6 mb-4">
      <a :href="docs" target="_blank" class="font-semibold text-act">{{ labels.toDocs }}</a>
    </p>
    <div v-if="failed" class="px-6">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!tokens" class="px-6 text-ink-3">{{ words.frame.loading }} …</p>
    <EmptyState v-else-if="tokens.length === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
    <ul v-else class="mx-6 divide-y divide-rule border-y border-rule">
      <li v-for="one in tokens" :key="one.id" class="flex items-start gap-4 py-2.5" data-token>
        <div class="min-w-0 grow">
          <p class="serif text-headline font-medium wrap-anywhere">{{ one.name }}</p>
          <p class="text-small wrap-anywhere text-ink-2">{{ about(one) }}</p>
        </div>
        <ToolButton :label="labels.end(one.name)" @click="end(one)">
          <Trash2 :size="15" aria-hidden="true" />
        </ToolButton>
      </li>
    </ul>
    <TokenDialog :open="isOpen" @close="close" />
  </div>
</template>
