<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { meSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import SecondStep from '~/people/SecondStep.vue'
import SessionList from '~/people/SessionList.vue'
import { useReading } from '~/reading/useReading'

const labels = words.yourself
const session = useSessionStore()
const notices = useNoticesStore()
const { readWhenPassed } = useReading()
const form = useForm(meSchema, {
  name: session.me!.person.name,
  email: session.me!.person.email,
  password: '',
  oldPassword: '',
})
const asksForOld = computed(
  () =>
    session.me!.hasPassword &&
    (form.values.password !== '' || form.values.email !== session.me!.person.email),
)

async function save(): Promise<void> {
  const done = await form.send(async (values) => {
    await api.call(peopleRoutes.editMe, { body: values })
    await session.load()
    form.start({ name: values.name, email: values.email, password: '', oldPassword: '' })
  })
  if (done) notices.say(words.notices.saved)
}
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.you" :intro="labels.intro" />
    <div class="grid max-w-[860px] gap-10 px-6 pb-10 column:grid-cols-[minmax(0,380px)_1fr]">
      <form class="grid content-start gap-4" novalidate @submit.prevent="save">
        <TextField
          v-model="form.values.name"
          :label="labels.name"
          autocomplete="name"
          :error="form.errors.value.name"
          @leave="form.leave('name')"
        />
        <TextField
          v-model="form.values.email"
          :label="labels.email"
          type="email"
          autocomplete="email"
          :error="form.errors.value.email"
          @leave="form.leave('email')"
        />
        <TextField
          v-model="form.values.password"
          :label="labels.password"
          :hint="labels.passwordHint"
          type="password"
          autocomplete="new-password"
          :error="form.errors.value.password"
          @leave="form.leave('password')"
        />
        <TextField
          v-if="asksForOld"
          v-model="form.values.oldPassword"
          :label="labels.oldPassword"
          :hint="labels.oldPasswordHint"
          type="password"
          autocomplete="current-password"
          :error="form.errors.value.oldPassword"
          @leave="form.leave('oldPassword')"
        />
        <ErrorMessage :message="form.problem.value" />
        <div>
          <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ words.frame.save }}</PlainButton>
        </div>
      </form>
      <div class="grid content-start gap-8">
        <SecondStep />
        <SessionList />
        <section>
          <h3 class="part-name mb-2">{{ labels.reading }}</h3>
          <label class="flex items-start gap-2"
            ><input v-model="readWhenPassed" type="checkbox" class="mt-1 accent-(--act)" /><span
              >{{ labels.readWhenPassed
              }}<span class="block text-small text-ink-3">{{ labels.readWhenPassedHint }}</span></span
            ></label
          >
        </section>
      </div>
    </div>
  </div>
</template>
