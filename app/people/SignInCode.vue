<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { codeSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import { goInside } from './goInside'

const labels = words.signIn.second
const refused = useRefused()
const isScripted = useScripted()
const form = useForm(codeSchema, { code: '' })
const field = useTemplateRef('field')
onMounted(() => field.value?.querySelector('input')?.focus())

async function go(): Promise<void> {
  if (await form.send((values) => api.call(peopleRoutes.signInCode, { body: values }))) goInside()
}
</script>

<template>
  <form
    class="grid content-center gap-4"
    method="post"
    action="/api/session/code"
    :novalidate="isScripted"
    @submit.prevent="go"
  >
    <h2 class="part-name">{{ labels.title }}</h2>
    <div ref="field">
      <TextField
        v-model="form.values.code"
        :label="labels.code"
        :hint="labels.codeHint"
        name="code"
        autocomplete="one-time-code"
        autocapitalize="characters"
        spellcheck="false"
        required
        :error="form.errors.value.code"
        @leave="form.leave('code')"
      />
    </div>
    <ErrorMessage :message="form.problem.value || refused" />
    <div class="flex flex-wrap items-center justify-between gap-3">
      <PlainButton kind="act" type="submit" :busy="form.busy.value">{{
        form.busy.value ? words.signIn.going : words.signIn.go
      }}</PlainButton>
      <a class="text-small text-act underline underline-offset-2" href="/sign-in">{{ labels.again }}</a>
    </div>
  </form>
</template>
