<script setup lang="ts">
import { letterRoutes } from '#shared/letters/routes'
import { letterBoxSchema } from '#shared/letters/schemas'
import type { LetterBecomes, LetterBoxView } from '#shared/letters/types'
import * as words from '#shared/words'
import LetterList from './LetterList.vue'

/**
 * One's own secret address for finds: who may send to it, what becomes of letters, and what became of them.
 */
const labels = words.letters
const brand = useBrandStore()
const notices = useNoticesStore()
const {
  data: box,
  failed,
  reload,
} = useBrandQuery(letterRoutes.box, { changes: ['letter', 'article', 'post'], enabled: () => brand.canWork })
const form = useForm(letterBoxSchema, {
  senders: [] as string[],
  becomes: 'clipping' as LetterBecomes,
  accountIds: null as string[] | null,
  byLink: false,
  answers: true,
  version: 0,
})
const senders = ref('')
watch(senders, (text) => (form.values.senders = addressesIn(text)))
const sendersError = computed(() => errorOfList(form.errors.value, 'senders'))
const choices = (['clipping', 'in-review', 'approved'] as const).map((value) => ({
  value,
  label: labels.choices[value],
}))

// Begun anew only for another state of the box: what is typed stays while letters come in.
const shown = computed(() =>
  box.value ? `${brand.view?.brand.id} ${box.value.address} ${box.value.version}` : '',
)
watch(
  shown,
  () => {
    if (box.value) show(box.value)
  },
  { immediate: true },
)
function show(known: LetterBoxView): void {
  senders.value = known.senders.join('\n')
  form.start({
    senders: [...known.senders],
    becomes: known.becomes,
    accountIds: known.accountIds.length > 0 ? [...known.accountIds] : null,
    byLink: known.byLink,
    answers: known.answers,
    version: known.version,
  })
}
const toggle = (id: string): void => {
  const known = form.values.accountIds ?? []
  const next = known.includes(id) ? known.filter((one) => one !== id) : [...known, id]
  form.values.accountIds = next.length > 0 ? next : null
}

async function save(): Promise<void> {
  const isNew = box.value?.address === null
  const done = await form.send((values) => brand.call(letterRoutes.save, { body: values, by: 'brand' }))
  if (!done) return
  await reload()
  notices.say(isNew ? labels.made : labels.saved)
}
const asking = ref(false)
const busy = ref('')
async function change(what: 'renew' | 'close'): Promise<void> {
  busy.value = what
  try {
    await brand.call(letterRoutes[what], { by: 'brand' })
    await reload()
    notices.say(what === 'renew' ? labels.renewed : labels.closed)
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = ''
    asking.value = false
  }
}
</script>

<template>
  <section class="grid gap-3" :aria-label="labels.title">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p class="text-ink-2">{{ labels.detail }}</p>
    <template v-if="failed">
      <ErrorMessage :message="failed" />
      <PlainButton class="justify-self-start" @click="reload">{{ words.frame.again }}</PlainButton>
    </template>
    <p v-else-if="!box" class="text-ink-3">{{ words.frame.loading }} …</p>
    <p v-else-if="!box.canTake" class="text-small text-ink-2">{{ labels.noMail }}</p>
    <template v-else>
      <SecretAddress
        v-if="box.address"
        :label="labels.address"
        :address="box.address"
        :hint="labels.addressHint"
      >
        <PlainButton :busy="busy === 'renew'" @click="change('renew')">{{ labels.newAddress }}</PlainButton>
        <PlainButton kind="bad" @click="asking = true">{{ labels.close }}</PlainButton>
      </SecretAddress>
      <form class="grid gap-3.5" novalidate @submit.prevent="save">
        <TextField
          v-model="senders"
          :label="labels.senders"
          :hint="labels.sendersHint"
          :lines="2"
          maxlength="5000"
          spellcheck="false"
          :error="sendersError"
          @leave="form.leave('senders')"
        />
        <ChoiceField
          v-model="form.values.becomes"
          :label="labels.becomes"
          :choices="choices"
          :hint="form.values.becomes === 'approved' ? labels.approvedHint : ''"
        />
        <fieldset v-if="form.values.becomes !== 'clipping'" class="grid gap-1">
          <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.accounts }}</legend>
          <div class="flex flex-wrap gap-x-4 gap-y-1">
            <label
              v-for="account in brand.view?.accounts ?? []"
              :key="account.id"
              class="flex min-h-6 items-center gap-1.5"
              ><input
                type="checkbox"
                class="accent-(--act)"
                :checked="form.values.accountIds?.includes(account.id) ?? false"
                @change="toggle(account.id)"
              />{{ account.name }}</label
            >
          </div>
          <p v-if="form.errors.value['accountIds']" class="text-small text-bad" role="alert">
            {{ form.errors.value['accountIds'] }}
          </p>
        </fieldset>
        <div class="grid gap-1.5">
          <label class="flex items-center gap-2"
            ><input v-model="form.values.byLink" type="checkbox" class="accent-(--act)" />{{
              labels.byLink
            }}</label
          >
          <label v-if="box.canAnswer" class="flex items-center gap-2"
            ><input v-model="form.values.answers" type="checkbox" class="accent-(--act)" />{{
              labels.answers
            }}</label
          >
          <p v-else class="text-small text-ink-3">{{ labels.noAnswers }}</p>
        </div>
        <ErrorMessage :message="form.problem.value" />
        <PlainButton
          type="submit"
          class="justify-self-start"
          :kind="box.address ? 'plain' : 'act'"
          :busy="form.busy.value"
          >{{ box.address ? labels.save : labels.make }}</PlainButton
        >
      </form>
      <LetterList v-if="box.address" :letters="box.letters" />
      <AskDialog
        :open="asking"
        v-bind="labels.closeAsk"
        :busy="busy === 'close'"
        @yes="change('close')"
        @no="asking = false"
      />
    </template>
  </section>
</template>
