<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { ChevronLeft } from '@lucide/vue'
import type { Brand } from '#shared/people/types'
import { ownerSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import BrandForm from '~/people/BrandForm.vue'
import ConnectAccount from '~/networks/ConnectAccount.vue'
import NetworkHelp from '~/networks/NetworkHelp.vue'
import StartTimetable from '~/schedule/StartTimetable.vue'
import PillarList from '~/people/PillarList.vue'
import AddSource from '~/sources/AddSource.vue'

definePageMeta({ layout: 'plain' })
const labels = words.start
useHead({ title: `${labels.title} · ${words.frame.product}` })

const STEPS = ['you', 'brand', 'account', 'timetable', 'pillars', 'source'] as const
type Step = (typeof STEPS)[number]

const session = useSessionStore()
const brand = useBrandStore()
const route = useRoute()
const router = useRouter()
const step = ref<Step>('you')
const number = computed(() => STEPS.indexOf(step.value) + 1)
const owner = useForm(ownerSchema, { code: '', name: '', email: '', password: '' })

async function resume(): Promise<unknown> {
  const me = await session.load().catch(() => null)
  if (!me) return navigateTo('/sign-in')
  if (me.brands.length === 0) return void (step.value = 'brand')
  await brand.load()
  const asked = stepAsked()
  if (!brand.isOwner || (asked === null && !isUnfinished.value)) return navigateTo('/wire')
  step.value = asked ?? firstMissing()
}
/** The accounts that go through the step of the timetable: those that have none. */
const withoutSlots = computed(() => (brand.view?.accounts ?? []).filter(({ slots }) => slots.length === 0))
const planned = computed(() => withoutSlots.value.at(-1) ?? brand.view?.accounts.at(-1) ?? null)
const isUnfinished = computed(
  () => (brand.view?.accounts.length ?? 0) === 0 || (brand.view?.sources ?? 0) === 0,
)
function firstMissing(): Step {
  if ((brand.view?.accounts.length ?? 0) === 0) return 'account'
  return withoutSlots.value.length > 0 ? 'timetable' : 'pillars'
}
/** The step in the address, where it can be taken: a timetable is of an account. */
function stepAsked(): Step | null {
  const asked = STEPS.find((item) => item === route.query['step'])
  if (!asked || asked === 'you') return null
  return asked === 'timetable' && !planned.value ? 'account' : asked
}
const goTo = (next: Step): unknown => router.push({ path: '/start', query: { step: next } })
// The browser’s own back and forward go from step to step. A step that needs the brand waits for it.
watch(
  () => [route.query['step'], brand.view === null],
  () => {
    if (route.path === '/start' && brand.view) step.value = stepAsked() ?? step.value
  },
)
// An account that was taken back leaves its timetable behind.
watch(planned, (now) => !now && step.value === 'timetable' && goTo('account'))
const before = computed((): Step | null => (number.value > 2 ? STEPS[number.value - 2]! : null))
const back = computed((): Step | null =>
  before.value === 'timetable' && !planned.value ? 'account' : before.value,
)

// An interrupted first start goes on where it was: the step stands in the address, and what is there already
// says which come first.
const { needsFirstStart } = await api.call(peopleRoutes.start)
if (!needsFirstStart) await resume()

async function makeOwner(): Promise<void> {
  if (await owner.send((values) => api.call(peopleRoutes.makeOwner, { body: values }))) step.value = 'brand'
}
async function brandMade(made: Brand): Promise<void> {
  await session.load()
  session.choose(made.id)
  await brand.load()
  await goTo('account')
}
const finish = (): void => window.location.assign('/wire')
</script>

<template>
  <div
    class="mx-auto grid max-w-[900px] gap-x-12 px-6 pt-12 pb-24 column:grid-cols-[200px_1fr] max-column:py-6"
  >
    <header class="column:col-span-2">
      <p class="serif text-[19px] text-ink-2 italic">{{ words.frame.product }}</p>
      <h1 class="serif text-[36px] leading-tight font-medium tracking-[-0.7px]">{{ labels.title }}</h1>
      <p class="mt-1 max-w-[80ch] text-ink-2">{{ labels.intro }}</p>
    </header>
    <ol class="mt-8 grid content-start gap-1 max-column:mt-5 max-column:flex max-column:flex-wrap">
      <li
        v-for="(name, at) in STEPS"
        :key="name"
        class="flex items-center gap-2.5 py-1"
        :class="name === step ? 'font-semibold text-ink' : at + 1 < number ? 'text-ok' : 'text-ink-3'"
        :aria-current="name === step ? 'step' : undefined"
      >
        <span class="grid size-5 place-items-center rounded-full border border-current text-tiny">{{
          at + 1
        }}</span>{{ labels.steps[name] }}
      </li>
    </ol>
    <section class="mt-6 rounded-lg border border-rule bg-sheet p-6" :aria-label="labels.steps[step]">
      <p class="text-small text-ink-3" role="status">{{ labels.step(number, STEPS.length) }}</p>
      <h2 class="serif text-[24px] leading-tight font-medium">{{ labels[step].title }}</h2>
      <p class="mt-1 mb-5 max-w-[60ch] text-ink-2">{{ labels[step].detail }}</p>

      <form v-if="step === 'you'" class="grid max-w-[380px] gap-4" novalidate @submit.prevent="makeOwner">
        <TextField
          v-model="owner.values.code"
          :label="labels.you.code"
          :hint="labels.you.codeHint"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          :error="owner.errors.value.code"
          @leave="owner.leave('code')"
        />
        <TextField
          v-model="owner.values.name"
          :label="labels.you.name"
          autocomplete="name"
          :error="owner.errors.value.name"
          @leave="owner.leave('name')"
        />
        <TextField
          v-model="owner.values.email"
          :label="labels.you.email"
          type="email"
          autocomplete="email"
          :error="owner.errors.value.email"
          @leave="owner.leave('email')"
        />
        <TextField
          v-model="owner.values.password"
          :label="labels.you.password"
          :hint="labels.you.passwordHint"
          type="password"
          autocomplete="new-password"
          :error="owner.errors.value.password"
          @leave="owner.leave('password')"
        />
        <ErrorMessage :message="owner.problem.value" />
        <div>
          <PlainButton kind="act" type="submit" :busy="owner.busy.value">{{ labels.next }}</PlainButton>
        </div>
      </form>
      <BrandForm
        v-else-if="step === 'brand'"
        class="max-w-[420px]"
        :brand="brand.view?.brand ?? null"
        :submit="labels.next"
        @made="brandMade"
        @saved="goTo('account')"
      />
      <template v-else-if="step === 'account'">
        <ul
          v-if="(brand.view?.accounts.length ?? 0) > 0"
          class="mb-4 divide-y divide-rule border-y border-rule"
          :aria-label="labels.account.there"
        >
          <li
            v-for="account in brand.view!.accounts"
            :key="account.id"
            class="flex items-baseline gap-3 py-2"
          >
            <b class="serif text-[16px] font-medium">{{ account.name }}</b><span
              class="text-small text-ink-2"
              >{{ account.handle }}</span
            >
          </li>
        </ul>
        <ConnectAccount back="/start?step=timetable" @added="goTo('timetable')" />
        <NetworkHelp class="mt-4" />
        <PlainButton v-if="planned" class="mt-4" kind="act" @click="goTo('timetable')">{{
          labels.next
        }}</PlainButton>
        <PlainButton v-else class="mt-4" kind="quiet" @click="goTo('pillars')">{{ labels.skip }}</PlainButton>
      </template>
      <StartTimetable
        v-else-if="step === 'timetable' && planned"
        :key="planned.id"
        :account="planned"
        @done="goTo('pillars')"
      />
      <template v-else-if="step === 'pillars'">
        <PillarList />
        <PlainButton class="mt-5" kind="act" @click="goTo('source')">{{ labels.next }}</PlainButton>
      </template>
      <template v-else>
        <AddSource @added="finish" />
        <PlainButton class="mt-4" kind="quiet" @click="finish">{{ labels.skip }}</PlainButton>
      </template>
      <p v-if="back" class="mt-5 border-t border-rule pt-3">
        <PlainButton kind="quiet" class="-ml-3" @click="goTo(back)"
          ><ChevronLeft :size="14" aria-hidden="true" />{{ labels.back(labels.steps[back]) }}</PlainButton
        >
      </p>
    </section>
    <NoticeBar />
  </div>
</template>
