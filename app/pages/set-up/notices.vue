<script setup lang="ts">
import { noticeRoutes } from '#shared/notices/routes'
import { TriangleAlert } from '@lucide/vue'
import type { NotificationChannels } from '#shared/notices/types'
import { notificationChannelsSchema } from '#shared/notices/schemas'
import * as words from '#shared/words'

const labels = words.telling
const brand = useBrandStore()
const notices = useNoticesStore()
const kept = ref<NotificationChannels | null>(null)
const testing = ref(false)
const form = useForm(notificationChannelsSchema, {
  hook: '' as string | null,
  mail: [] as string[],
  quietFrom: '' as string | null,
  quietUntil: '' as string | null,
})
const mailText = ref('')
watch(mailText, (text) => (form.values.mail = addressesIn(text)))
const mailError = computed(() => errorOfList(form.errors.value, 'mail'))

function show(telling: NotificationChannels): void {
  kept.value = telling
  mailText.value = telling.mail.join(', ')
  form.start({
    hook: '',
    mail: telling.mail,
    quietFrom: telling.quietFrom ?? '',
    quietUntil: telling.quietUntil ?? '',
  })
}
onMounted(async () => {
  if (!brand.isOwner) return
  try {
    show(await brand.call(noticeRoutes.telling))
  } catch (error) {
    notices.complain(error)
  }
})
async function save(): Promise<void> {
  const done = await form.send(async (values) =>
    show(await brand.call(noticeRoutes.setTelling, { body: values })),
  )
  if (done) notices.say(words.notices.saved)
}
async function removeHook(): Promise<void> {
  form.values.hook = null
  await save()
}
async function test(): Promise<void> {
  testing.value = true
  try {
    await brand.call(noticeRoutes.testTelling)
    notices.say(labels.testSent)
  } catch (error) {
    notices.complain(error)
  } finally {
    testing.value = false
  }
}
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.notices" :intro="labels.intro" />
    <p v-if="!brand.isOwner" class="px-6 text-ink-2">{{ words.setUp.readOnly }}</p>
    <p v-else-if="!kept" class="px-6 text-ink-3">{{ words.frame.loading }} …</p>
    <form v-else class="grid max-w-[520px] gap-5 px-6 pb-10" novalidate @submit.prevent="save">
      <p v-if="kept.message" class="rounded-md border border-bad px-3 py-2 text-bad" role="status">
        {{ labels.failed }}: {{ kept.message }}
      </p>
      <div>
        <TextField
          v-model="form.values.hook"
          :label="labels.hook"
          :hint="labels.hookHint"
          :placeholder="kept.hasHook ? labels.hookKept : ''"
          inputmode="url"
          autocomplete="off"
          :error="form.errors.value.hook"
          @leave="form.leave('hook')"
        />
        <PlainButton v-if="kept.hasHook" kind="quiet" class="mt-1 -ml-2.5" @click="removeHook">{{
          labels.removeHook
        }}</PlainButton>
      </div>
      <TextField
        v-model="mailText"
        :label="labels.mail"
        :hint="kept.canMail ? labels.mailHint : labels.noMail"
        autocomplete="off"
        :error="mailError"
        @leave="form.leave('mail')"
      />
      <p v-if="kept.unconfirmed.length > 0" class="-mt-3 flex gap-1.5 text-small text-warn" role="status">
        <TriangleAlert class="mt-0.5 size-3.5 shrink-0" aria-hidden="true" /><span>{{
          labels.unconfirmed(kept.unconfirmed)
        }}</span>
      </p>
      <fieldset>
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.quiet }}</legend>
        <div class="grid grid-cols-2 gap-3">
          <TextField
            v-model="form.values.quietFrom"
            :label="labels.quietFrom"
            type="time"
            :error="form.errors.value.quietFrom"
            @leave="form.leave('quietFrom')"
          />
          <TextField
            v-model="form.values.quietUntil"
            :label="labels.quietUntil"
            type="time"
            :error="form.errors.value.quietUntil"
            @leave="form.leave('quietUntil')"
          />
        </div>
        <p class="mt-1 text-small text-ink-3">{{ labels.quietHint }}</p>
      </fieldset>
      <ErrorMessage :message="form.problem.value" />
      <div class="flex gap-2">
        <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ words.frame.save }}</PlainButton>
        <PlainButton v-if="kept.hasHook || kept.mail.length > 0" :busy="testing" @click="test">{{
          labels.test
        }}</PlainButton>
      </div>
    </form>
  </div>
</template>
