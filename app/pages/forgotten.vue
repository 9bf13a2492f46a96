<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { askResetSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import QuietPage from '~/people/QuietPage.vue'

definePageMeta({ layout: 'plain' })
const labels = words.forgotten
useHead({ title: `${labels.title} · ${words.frame.product}` })

// Rendered on the server, so that it works without script.
const { data: start } = await useFetch<{ sendsResets: boolean }>('/api/start')
const { query } = useRoute()
const refused = useRefused()
const isScripted = useScripted()
const isSent = ref(query['step'] === 'sent')
const form = useForm(askResetSchema, { email: '' })
async function ask(): Promise<void> {
  isSent.value = await form.send((values) => api.call(peopleRoutes.askReset, { body: values }))
}
</script>

<template>
  <QuietPage v-if="isSent" :title="labels.sentTitle" :intro="labels.sent">
    <template #back>{{ labels.back }}</template>
  </QuietPage>
  <QuietPage v-else-if="!start?.sendsResets" :title="labels.title" :intro="words.refusals.noResets.detail">
    <template #back>{{ labels.back }}</template>
  </QuietPage>
  <QuietPage v-else :title="labels.title" :intro="labels.intro">
    <form
      class="grid gap-4"
      method="post"
      action="/api/password-resets"
      :novalidate="isScripted"
      @submit.prevent="ask"
    >
      <TextField
        v-model="form.values.email"
        :label="words.signIn.email"
        name="email"
        type="email"
        autocomplete="username"
        required
        :error="form.errors.value.email"
        @leave="form.leave('email')"
      />
      <ErrorMessage :message="form.problem.value || refused" />
      <div>
        <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ labels.send }}</PlainButton>
      </div>
    </form>
    <template #back>{{ labels.back }}</template>
  </QuietPage>
</template>
