<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { resetSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import QuietPage from '~/people/QuietPage.vue'

definePageMeta({ layout: 'plain' })
const labels = words.newPassword
useHead({ title: `${labels.title} · ${words.frame.product}` })

const token = String(useRoute().params['token'])
// Looking at it uses nothing up: programs that look at letters open their links.
const { data } = await useFetch<{ isOpen: boolean }>('/api/password-resets/open', { query: { token } })
const refused = useRefused()
const isScripted = useScripted()
const form = useForm(resetSchema, { token, password: '' })
async function save(): Promise<void> {
  const done = await form.send((values) => api.call(peopleRoutes.setPassword, { body: values }))
  if (done) await navigateTo('/sign-in?step=changed')
}
</script>

<template>
  <QuietPage v-if="!data?.isOpen" :title="labels.overTitle" :intro="labels.over">
    <p>
      <NuxtLink class="text-act underline underline-offset-2" to="/forgotten">{{ labels.another }}</NuxtLink>
    </p>
    <template #back>{{ words.forgotten.back }}</template>
  </QuietPage>
  <QuietPage v-else :title="labels.title" :intro="labels.intro">
    <form
      class="grid gap-4"
      method="post"
      action="/api/password-resets/use"
      :novalidate="isScripted"
      @submit.prevent="save"
    >
      <input type="hidden" name="token" :value="token" />
      <TextField
        v-model="form.values.password"
        :label="labels.password"
        :hint="words.start.you.passwordHint"
        name="password"
        type="password"
        autocomplete="new-password"
        minlength="10"
        required
        :error="form.errors.value.password"
        @leave="form.leave('password')"
      />
      <ErrorMessage :message="form.problem.value || refused" />
      <div>
        <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ labels.save }}</PlainButton>
      </div>
    </form>
    <template #back>{{ words.forgotten.back }}</template>
  </QuietPage>
</template>
