<script setup lang="ts">
import * as words from '#shared/words'
import BrandMark from '~/frame/BrandMark.vue'
import SignInCode from '~/people/SignInCode.vue'
import SignInPassword from '~/people/SignInPassword.vue'

definePageMeta({ layout: 'plain' })
useHead({ title: `${words.signIn.title} · ${words.frame.product}` })

interface Start {
  needsFirstStart: boolean
  sendsResets: boolean
  demoPeople: { id: string; name: string; brands: string[] }[]
}

// Rendered on the server, so that it works without script.
const { data: start } = await useFetch<Start>('/api/start')
if (start.value?.needsFirstStart && start.value.demoPeople.length === 0) await navigateTo('/start')

const route = useRoute()
</script>

<template>
  <div
    class="mx-auto grid min-h-full max-w-[860px] content-center gap-x-16 gap-y-8 px-6 py-10 column:grid-cols-[1fr_320px]"
  >
    <section class="self-center">
      <BrandMark mark="Q" :ink="1" />
      <h1 class="serif mt-4 text-[44px] leading-none font-medium tracking-[-1px]">
        {{ words.frame.product }}
      </h1>
      <p class="serif mt-3 text-[19px] text-ink-2 italic">{{ words.signIn.intro }}</p>
      <template v-if="start && start.demoPeople.length > 0">
        <h2 class="part-name mt-9">{{ words.signIn.demoTitle }}</h2>
        <p class="mt-0.5 text-small text-ink-2">{{ words.signIn.demoIntro }}</p>
        <ul class="mt-3 max-w-[400px] divide-y divide-rule border-y border-rule">
          <li v-for="person in start.demoPeople" :key="person.id">
            <form method="post" action="/api/demo/session">
              <input type="hidden" name="personId" :value="person.id" />
              <button
                type="submit"
                class="flex w-full items-baseline justify-between gap-4 py-2.5 text-left hover:text-act"
                :aria-label="words.signIn.demoAs(person.name)"
              >
                <b class="serif text-headline font-medium">{{ person.name }}</b>
                <span class="text-right text-small text-ink-2">{{
                  words.signIn.demoBrands(person.brands)
                }}</span>
              </button>
            </form>
          </li>
        </ul>
      </template>
    </section>
    <div class="self-center rounded-lg border border-rule bg-sheet p-6">
      <SignInCode v-if="route.query['step'] === 'code'" />
      <SignInPassword v-else :sends-resets="start?.sendsResets ?? false" />
    </div>
  </div>
</template>
