<script setup lang="ts">
import { noticeRoutes } from '#shared/notices/routes'
import { ownTellingSchema } from '#shared/notices/schemas'
import { NOTICE_TOPICS } from '#shared/notices/topics'
import type { NoticeTopic, OwnTelling } from '#shared/notices/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import QuietHours from './QuietHours.vue'

/** What one is told oneself by mail, and when not. */
const labels = words.ownTelling
const brand = useBrandStore()
const notices = useNoticesStore()
const kept = ref<OwnTelling | null>(null)
const failed = ref('')
const form = useForm(ownTellingSchema, {
  topics: [] as NoticeTopic[],
  quietFrom: '' as string | null,
  quietUntil: '' as string | null,
})
function show(telling: OwnTelling): void {
  kept.value = telling
  form.start({
    topics: telling.topics,
    quietFrom: telling.quietFrom ?? '',
    quietUntil: telling.quietUntil ?? '',
  })
}
async function load(): Promise<void> {
  failed.value = ''
  try {
    show(await brand.call(noticeRoutes.ownTelling))
  } catch (error) {
    failed.value = sentenceOf(error)
  }
}
onMounted(load)
function toggle(topic: NoticeTopic): void {
  const { topics } = form.values
  form.values.topics = topics.includes(topic) ? topics.filter((one) => one !== topic) : [...topics, topic]
}
async function save(): Promise<void> {
  const done = await form.send(async (values) =>
    show(await brand.call(noticeRoutes.setOwnTelling, { body: values })),
  )
  if (done) notices.say(words.notices.saved)
}
</script>

<template>
  <section class="grid content-start gap-4">
    <div>
      <h3 class="part-name">{{ labels.title }}</h3>
      <p class="mt-0.5 text-ink-2">{{ kept ? labels.intro(kept.email) : labels.introSoon }}</p>
    </div>
    <div v-if="failed">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-2" @click="load">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!kept" class="text-ink-3">{{ words.frame.loading }} …</p>
    <form v-else class="grid gap-4" novalidate @submit.prevent="save">
      <p v-if="!kept.canMail" class="text-warn" role="status">{{ words.telling.noMail }}</p>
      <p v-else-if="!kept.isConfirmed" class="text-warn" role="status">
        {{ labels.unconfirmed(kept.email) }}
      </p>
      <p v-if="kept.message" class="text-bad" role="status">{{ labels.failed(kept.message) }}</p>
      <fieldset class="grid gap-1">
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.topics }}</legend>
        <label v-for="topic in NOTICE_TOPICS" :key="topic" class="flex min-h-6 items-start gap-2"
          ><input
            type="checkbox"
            class="mt-[3px] accent-(--act)"
            :checked="form.values.topics.includes(topic)"
            @change="toggle(topic)"
          />{{ labels.topic[topic] }}</label
        >
      </fieldset>
      <QuietHours
        v-model:from="form.values.quietFrom"
        v-model:until="form.values.quietUntil"
        :hint="labels.quietHint"
        :errors="form.errors.value"
        @leave="form.leave"
      />
      <ErrorMessage :message="form.problem.value" />
      <PlainButton
        :kind="brand.isOwner ? 'plain' : 'act'"
        type="submit"
        class="justify-self-start"
        :busy="form.busy.value"
        >{{ words.frame.save }}</PlainButton
      >
    </form>
  </section>
</template>
