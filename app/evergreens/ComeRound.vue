<script setup lang="ts">
import { postRoutes } from '#shared/posts/routes'
import * as words from '#shared/words'
import type EvergreenForm from './EvergreenForm.vue'

const LazyEvergreenForm = defineAsyncComponent(() => import('./EvergreenForm.vue'))

/** Lets a post that went out come round again. */
const props = defineProps<{ postId: string }>()
const brand = useBrandStore()
const notices = useNoticesStore()
const goTo = useGoTo()
const post = shallowRef<InstanceType<typeof EvergreenForm>['$props']['post'] | null>(null)
const [isOpen, busy] = [ref(false), ref(false)]

async function open(): Promise<void> {
  busy.value = true
  try {
    const { id, version, doc } = await brand.call(postRoutes.post, { id: props.postId })
    const accountIds = doc.accounts.filter((part) => part.chosen).map(({ accountId }) => accountId)
    post.value = { id, version, pillarId: doc.pillarId, accountIds }
    isOpen.value = true
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PlainButton :busy="busy" @click="open">{{ words.evergreens.form.open }}</PlainButton>
  <LazyEvergreenForm
    v-if="post"
    :open="isOpen"
    :post="post"
    :known="null"
    @close="isOpen = false"
    @done="goTo(`/evergreens?post=${postId}`)"
  />
</template>
