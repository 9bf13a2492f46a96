<script setup lang="ts">
import { noticeRoutes } from '#shared/notices/routes'
import { TriangleAlert } from '@lucide/vue'
import type { NotificationChannels } from '#shared/notices/types'
import { notificationChannelsSchema } from '#shared/notices/schemas'
import { HOOK_SHAPES, OWN_HOOK, PLAIN_HOOK, shapeOf, type HookShape } from '#shared/notices/hookShapes'
import * as words from '#shared/words'
import OwnTelling from '~/notices/OwnTelling.vue'
import QuietHours from '~/notices/QuietHours.vue'

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
  pattern: PLAIN_HOOK as string,
})
const shape = ref<HookShape>('text')
const shapes = Object.entries(labels.shapes).map(([value, label]) => ({ value, label }))
function setShape(wanted: HookShape): void {
  shape.value = wanted
  form.values.pattern = wanted === 'own' ? OWN_HOOK : HOOK_SHAPES[wanted]
}
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
    pattern: telling.pattern,
  })
  shape.value = shapeOf(telling.pattern)
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
    <div class="grid gap-x-10 gap-y-8 px-6 pb-10 column:grid-cols-[minmax(0,460px)_minmax(0,460px)]">
      <section v-if="brand.isOwner" class="grid content-start gap-4">
        <div>
          <h3 class="part-name">{{ labels.forBrand }}</h3>
          <p class="mt-0.5 text-ink-2">{{ labels.forBrandDetail }}</p>
        </div>
        <p v-if="!kept" class="text-ink-3">{{ words.frame.loading }} …</p>
        <form v-else class="grid gap-5" novalidate @submit.prevent="save">
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
          <template v-if="kept.hasHook || form.values.hook">
            <ChoiceField
              :model-value="shape"
              :label="labels.shape"
              :choices="shapes"
              @update:model-value="setShape"
            />
            <TextField
              v-if="shape === 'own'"
              v-model="form.values.pattern"
              :label="labels.pattern"
              :hint="labels.patternHint"
              :lines="4"
              spellcheck="false"
              :error="form.errors.value.pattern"
              @leave="form.leave('pattern')"
            />
          </template>
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
          <QuietHours
            v-model:from="form.values.quietFrom"
            v-model:until="form.values.quietUntil"
            :hint="labels.quietHint"
            :errors="form.errors.value"
            @leave="form.leave"
          />
          <ErrorMessage :message="form.problem.value" />
          <div class="flex gap-2">
            <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ words.frame.save }}</PlainButton>
            <PlainButton v-if="kept.hasHook || kept.mail.length > 0" :busy="testing" @click="test">{{
              labels.test
            }}</PlainButton>
          </div>
        </form>
      </section>
      <OwnTelling />
    </div>
  </div>
</template>
