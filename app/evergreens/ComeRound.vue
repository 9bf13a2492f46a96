<script setup lang="ts">
import { evergreenRoutes } from '#shared/evergreens/routes'
import type { EvergreenView } from '#shared/evergreens/types'
import { postRoutes } from '#shared/posts/routes'
import * as words from '#shared/words'
import type EvergreenForm from './EvergreenForm.vue'

const LazyEvergreenForm = defineAsyncComponent(() => import('./EvergreenForm.vue'))

/**
 * Lets a post come round again, or changes how it does. `before`: what has to be done first, as storing what
 * was written; where that fails nothing is opened.
 */
const props = withDefaults(
  defineProps<{ postId: string; before?: () => Promise<boolean>; kind?: 'plain' | 'quiet' }>(),
  { before: () => Promise.resolve(true), kind: 'plain' },
)
const brand = useBrandStore()
const notices = useNoticesStore()
const goTo = useGoTo()
const post = shallowRef<InstanceType<typeof EvergreenForm>['$props']['post'] | null>(null)
/** How it comes round already: what is shown of it must be that, else saving would overwrite it. */
const known = shallowRef<EvergreenView | null>(null)
const [isOpen, busy] = [ref(false), ref(false)]

async function open(): Promise<void> {
  busy.value = true
  try {
    if (!(await props.before())) return
    const [{ id, version, doc }, { evergreens }] = await Promise.all([
      brand.call(postRoutes.post, { id: props.postId }),
      brand.call(evergreenRoutes.evergreens),
    ])
    const accountIds = doc.accounts.filter((part) => part.chosen).map(({ accountId }) => accountId)
    post.value = { id, version, pillarId: doc.pillarId, accountIds }
    known.value = evergreens.find(({ postId }) => postId === id) ?? null
    isOpen.value = true
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainButton :kind="kind" :busy="busy" @click="open">{{ words.evergreens.form.open }}</PlainButton>
  <LazyEvergreenForm
    v-if="post"
    :open="isOpen"
    :post="post"
    :known="known"
    @close="isOpen = false"
    @done="goTo(`/evergreens?post=${postId}`)"
  />
</template>
