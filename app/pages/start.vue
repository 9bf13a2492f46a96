<script setup lang="ts">
import type { Brand, Person } from '#shared/api'
import { ownerSchema } from '#shared/schemas'
import { words } from '#shared/words'
import { api } from '../api/client'

definePageMeta({ layout: 'plain' })
const says = words.start
useHead({ title: `${says.title} · ${words.frame.product}` })

const STEPS = ['you', 'brand', 'account', 'timetable', 'pillars', 'source'] as const
type Step = (typeof STEPS)[number]

const session = useSessionStore()
const brand = useBrandStore()
const step = ref<Step>('you')
const accountId = ref<string | null>(null)
const number = computed(() => STEPS.indexOf(step.value) + 1)
const owner = useForm(ownerSchema, { code: '', name: '', email: '', password: '' })

// An interrupted first start goes on where it was: with the owner there, a brand is what is missing.
const { needsFirstStart } = await api.get<{ needsFirstStart: boolean }>('/api/start')
if (!needsFirstStart) {
  const me = await session.load().catch(() => null)
  if (!me) await navigateTo('/sign-in')
  else if (me.brands.length > 0) await navigateTo('/wire')
  else step.value = 'brand'
}

async function makeOwner(): Promise<void> {
  if (await owner.send((values) => api.post<Person>('/api/first-start', values))) step.value = 'brand'
}
async function brandMade(made: Brand): Promise<void> {
  await session.load()
  session.choose(made.id)
  await brand.load()
  step.value = 'account'
}
function accountAdded(id: string): void {
  accountId.value = id
  step.value = 'timetable'
}
const afterAccount = (): void => void (step.value = 'pillars')
const finish = (): void => window.location.assign('/wire')
</script>

<template>
  <div class="mx-auto grid max-w-[900px] gap-x-12 px-6 py-12 column:grid-cols-[200px_1fr] max-column:py-6">
    <header class="column:col-span-2">
      <p class="serif text-[19px] text-ink-2 italic">{{ words.frame.product }}</p>
      <h1 class="serif text-[36px] leading-tight font-medium tracking-[-0.7px]">{{ says.title }}</h1>
      <p class="mt-1 max-w-[80ch] text-ink-2">{{ says.intro }}</p>
    </header>
    <ol class="mt-8 grid content-start gap-1 max-column:mt-5 max-column:flex max-column:flex-wrap">
      <li
        v-for="(one, at) in STEPS"
        :key="one"
        class="flex items-center gap-2.5 py-1"
        :class="one === step ? 'font-semibold text-ink' : at + 1 < number ? 'text-ok' : 'text-ink-3'"
        :aria-current="one === step ? 'step' : undefined"
      >
        <span class="grid size-5 place-items-center rounded-full border border-current text-tiny">{{ at + 1 }}</span>{{ says.steps[one] }}
      </li>
    </ol>
    <section class="mt-6 rounded-lg border border-rule bg-sheet p-6" :aria-label="says.steps[step]">
      <p class="text-small text-ink-3" role="status">{{ says.step(number, STEPS.length) }}</p>
      <h2 class="serif text-[24px] leading-tight font-medium">{{ says[step].title }}</h2>
      <p class="mt-1 mb-5 max-w-[60ch] text-ink-2">{{ says[step].detail }}</p>

      <form v-if="step === 'you'" class="grid max-w-[380px] gap-4" novalidate @submit.prevent="makeOwner">
        <TextField
          v-model="owner.values.code"
          :label="says.you.code"
          :hint="says.you.codeHint"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          :error="owner.errors.value.code"
          @leave="owner.leave('code')"
        />
        <TextField v-model="owner.values.name" :label="says.you.name" autocomplete="name" :error="owner.errors.value.name" @leave="owner.leave('name')" />
        <TextField
          v-model="owner.values.email"
          :label="says.you.email"
          type="email"
          autocomplete="email"
          :error="owner.errors.value.email"
          @leave="owner.leave('email')"
        />
        <TextField
          v-model="owner.values.password"
          :label="says.you.password"
          :hint="says.you.passwordHint"
          type="password"
          autocomplete="new-password"
          :error="owner.errors.value.password"
          @leave="owner.leave('password')"
        />
        <ProblemLine :says="owner.problem.value" />
        <div>
          <PlainButton kind="act" type="submit" :busy="owner.busy.value">{{ says.next }}</PlainButton>
        </div>
      </form>
      <BrandForm v-else-if="step === 'brand'" class="max-w-[420px]" :brand="null" :submit="says.next" @made="brandMade" />
      <template v-else-if="step === 'account'">
        <AddAccount @added="accountAdded" />
        <PlainButton class="mt-4" kind="quiet" @click="afterAccount">{{ says.skip }}</PlainButton>
      </template>
      <StartTimetable v-else-if="step === 'timetable'" :account-id="accountId!" @done="afterAccount" />
      <template v-else-if="step === 'pillars'">
        <PillarList />
        <PlainButton class="mt-5" kind="act" @click="step = 'source'">{{ says.next }}</PlainButton>
      </template>
      <template v-else>
        <AddSource @added="finish" />
        <PlainButton class="mt-4" kind="quiet" @click="finish">{{ says.skip }}</PlainButton>
      </template>
    </section>
    <NoticeBar />
  </div>
</template>
