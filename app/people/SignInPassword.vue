<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { signInSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import { goInside } from './goInside'

defineProps<{ sendsResets: boolean }>()
const labels = words.signIn
const { query } = useRoute()
const refused = useRefused()
const isScripted = useScripted()
const form = useForm(signInSchema, { email: '', password: '' })

async function go(): Promise<void> {
  let next = ''
  const done = await form.send(async (values) => {
    ;({ next } = await api.call(peopleRoutes.signIn, { body: values }))
  })
  if (done) await (next === 'code' ? navigateTo('/sign-in?step=code') : goInside())
}
</script>

<template>
  <form
    class="grid content-center gap-4"
    method="post"
    action="/api/session"
    :novalidate="isScripted"
    @submit.prevent="go"
  >
    <h2 class="part-name">{{ labels.title }}</h2>
    <p v-if="query['step'] === 'changed' && !refused" class="text-small text-ok" role="status">
      {{ labels.changed }}
    </p>
    <TextField
      v-model="form.values.email"
      :label="labels.email"
      name="email"
      type="email"
      autocomplete="username"
      required
      :error="form.errors.value.email"
      @leave="form.leave('email')"
    />
    <TextField
      v-model="form.values.password"
      :label="labels.password"
      name="password"
      type="password"
      autocomplete="current-password"
      required
      :error="form.errors.value.password"
      @leave="form.leave('password')"
    />
    <ErrorMessage :message="form.problem.value || refused" />
    <div class="flex flex-wrap items-center justify-between gap-3">
      <PlainButton kind="act" type="submit" :busy="form.busy.value">{{
        form.busy.value ? labels.going : labels.go
      }}</PlainButton>
      <NuxtLink v-if="sendsResets" class="text-small text-act underline underline-offset-2" to="/forgotten">{{
        labels.forgotten
      }}</NuxtLink>
    </div>
  </form>
</template>
