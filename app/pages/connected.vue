<script setup lang="ts">
import { networkRoutes } from '#shared/networks/routes'
import * as words from '#shared/words'
import { api, Refusal, sentenceOf } from '~/base/client'
import { takeBack } from '~/networks/signIn'

// The way back from a network's own page: what it says stands in the address, and is good once.
definePageMeta({ layout: 'plain' })
const labels = words.connect
useHead({ title: `${labels.title} · ${words.frame.product}` })
const route = useRoute()
const session = useSessionStore()
const brand = useBrandStore()
const notices = useNoticesStore()
const failed = ref<{ title: string; detail: string } | null>(null)
const back = takeBack()
const NAMES = ['state', 'code', 'iss', 'error', 'error_description'] as const

async function end(): Promise<void> {
  const said = Object.fromEntries(NAMES.map((name) => [name, String(route.query[name] ?? '')]))
  // Nobody who looks at the history or goes back shall meet it again.
  window.history.replaceState(window.history.state, '', route.path)
  try {
    const made = await api.call(networkRoutes.endSignIn, { body: said as { state: string } })
    if (session.brandId !== made.brandId) session.choose(made.brandId)
    await brand.load()
    await navigateTo(back, { replace: true })
    const says = made.isKnown ? labels.again : labels.added
    const missing = made.missing.map((purpose) => labels.missing[purpose])
    notices.say([says(made.network, made.handle), ...missing].join(' '))
  } catch (error) {
    failed.value = {
      title: error instanceof Refusal ? error.problem.title : labels.failed,
      detail: sentenceOf(error),
    }
  }
}
onMounted(end)
</script>

<template>
  <div class="mx-auto grid max-w-[560px] gap-4 px-6 pt-24">
    <p class="serif text-[19px] text-ink-2 italic">{{ words.frame.product }}</p>
    <p v-if="!failed" class="text-ink-2" role="status">{{ labels.finishing }}</p>
    <template v-else>
      <h1 class="serif text-[30px] leading-tight font-medium">{{ failed.title }}</h1>
      <p role="alert">{{ failed.detail }}</p>
      <p>
        <PlainButton kind="act" :to="back">{{ labels.back }}</PlainButton>
      </p>
    </template>
  </div>
</template>
