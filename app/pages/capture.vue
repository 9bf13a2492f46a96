<script setup lang="ts">
import * as words from '#shared/words'
import CaptureStart from '~/capture/CaptureStart.vue'
import CaptureWindow from '~/capture/CaptureWindow.vue'
import { useIncoming } from '~/capture/useIncoming'
import { sentenceOf } from '~/base/client'
import BrandMark from '~/frame/BrandMark.vue'

definePageMeta({ layout: 'window' })
const labels = words.capture
useHead({ title: `${labels.title} · ${words.frame.product}` })
const session = useSessionStore()
const brand = useBrandStore()
const { id, picture, failed, isBrowserPage, load, take } = useIncoming()
onMounted(() => void load())

const captureWindow = ref<InstanceType<typeof CaptureWindow> | null>(null)
async function chooseBrand(brandId: string): Promise<void> {
  await captureWindow.value?.settle()
  session.choose(brandId)
}
const brands = computed(() => session.me?.brands.filter(({ role }) => role !== 'client') ?? [])
</script>

<template>
  <div class="mx-auto flex min-h-0 w-full max-w-[640px] grow flex-col bg-sheet">
    <header class="flex items-center gap-2 border-b border-rule bg-paper px-3.5 py-2">
      <BrandMark v-if="brand.view" :mark="brand.view.brand.mark" :ink="brand.view.brand.markInk" small />
      <h1 class="sr-only">{{ labels.title }}</h1>
      <select
        v-if="brands.length > 1"
        :value="session.brandId"
        :aria-label="labels.brand"
        class="serif min-w-0 grow bg-transparent text-headline font-medium"
        @change="chooseBrand(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="one in brands" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <p v-else class="serif min-w-0 grow truncate text-headline font-medium">{{ brand.view?.brand.name }}</p>
    </header>
    <CaptureWindow v-if="id" :id="id" ref="captureWindow" :key="id" :shared="picture" />
    <div v-else-if="failed" class="grid content-start gap-3 p-4">
      <ErrorMessage :message="sentenceOf(failed)" />
      <p class="text-small text-ink-2">{{ labels.failed }}</p>
      <PlainButton class="justify-self-start" @click="load()">{{ words.frame.again }}</PlainButton>
    </div>
    <CaptureStart v-else :take="take" :is-browser-page="isBrowserPage" />
  </div>
</template>
