<script setup lang="ts">
import { Crosshair, Download } from '@lucide/vue'
import { useEventListener } from '@vueuse/core'
import * as words from '#shared/words'
import { browserNames, CAPTURE_KEY } from '#shared/capture/extensionWords'
import PairedBrowsers from '~/capture/PairedBrowsers.vue'
import LetterBox from '~/letters/LetterBox.vue'
import { bookButton } from '~/capture/bookButton'
import { openCapture } from '~/capture/openCapture'
import { isInstalled, registerShareWorker } from '~/capture/shareWorker'

const labels = words.captureSetUp
const brand = useBrandStore()
const script = computed(() => bookButton(window.location.origin))
const wasPressed = ref(false)

/** The browser's offer to put the application on this device. */
interface Offer extends Event {
  prompt: () => Promise<unknown>
}
const offer = shallowRef<Offer | null>(null)
const onDevice = ref(isInstalled())
useEventListener(window, 'beforeinstallprompt', (event) => {
  event.preventDefault()
  offer.value = event as Offer
})
useEventListener(window, 'appinstalled', () => (onDevice.value = true))
onMounted(() => void registerShareWorker())
async function install(): Promise<void> {
  await offer.value?.prompt()
  offer.value = null
}
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.capture" :intro="labels.intro" />
    <div class="mx-6 mb-8 grid max-w-[62ch] gap-7">
      <section class="grid gap-2.5">
        <h2 class="part-name">{{ labels.extension.title }}</h2>
        <p class="text-ink-2">{{ labels.extension.detail(CAPTURE_KEY) }}</p>
        <dl class="grid gap-2.5">
          <div v-for="(browser, id) in browserNames" :key="id" class="grid gap-1">
            <dt>
              <a
                :href="`/extension/clear-quill-${id}.zip`"
                download
                class="inline-flex items-center gap-1.5 font-semibold text-act underline underline-offset-2"
                ><Download :size="14" aria-hidden="true" />{{ labels.extension.load(browser) }}</a
              >
            </dt>
            <dd class="text-small text-ink-2">{{ labels.extension.steps[id] }}</dd>
          </div>
        </dl>
        <p class="text-ink-2">{{ labels.extension.pair }}</p>
        <PairedBrowsers v-if="brand.canWork" />
      </section>
      <section class="grid gap-2.5">
        <h2 class="part-name">{{ labels.button.title }}</h2>
        <p class="text-ink-2">{{ labels.button.detail }}</p>
        <p>
          <a
            :href="script"
            :class="[
              'inline-flex cursor-grab items-center gap-2 rounded-md px-4 py-2 font-semibold',
              'border border-dashed border-edge bg-paper',
            ]"
            @click.prevent="wasPressed = true"
            ><Crosshair :size="16" aria-hidden="true" />{{ labels.button.name }}</a
          >
        </p>
        <p v-if="wasPressed" class="text-warn" role="status">{{ labels.button.pressed }}</p>
        <p class="text-small text-ink-2">{{ labels.button.limits }}</p>
      </section>
      <LetterBox v-if="brand.canWork" />
      <section class="grid gap-2.5">
        <h2 class="part-name">{{ labels.phone.title }}</h2>
        <p class="text-ink-2">{{ labels.phone.detail }}</p>
        <p v-if="onDevice" class="text-small text-ok">{{ labels.phone.installed }}</p>
        <PlainButton v-else-if="offer" class="justify-self-start" @click="install">{{
          labels.phone.install
        }}</PlainButton>
      </section>
      <section class="grid gap-2.5">
        <h2 class="part-name">{{ labels.address.title }}</h2>
        <p class="text-ink-2">{{ labels.address.detail }}</p>
        <PlainButton class="justify-self-start" @click="openCapture">{{ labels.address.open }}</PlainButton>
      </section>
    </div>
  </div>
</template>
