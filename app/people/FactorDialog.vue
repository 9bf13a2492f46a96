<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import type { BegunFactor } from '#shared/people/types'
import { codeSchema, factorOffSchema, guardedSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import { api } from '~/base/client'
import QrCode from './QrCode.vue'
import RecoveryCodes from './RecoveryCodes.vue'
import type { FactorTask } from './factorTask'

const props = defineProps<{ task: FactorTask | null }>()
const emit = defineEmits<{ close: []; changed: [] }>()
const labels = words.secondStep
const notices = useNoticesStore()
/** What is being done keeps its words while the dialog goes. */
const shown = ref<FactorTask>('set-up')
const begun = ref<BegunFactor | null>(null)
const codes = ref<string[]>([])
const guard = useForm(guardedSchema, { password: '' })
const code = useForm(codeSchema, { code: '' })
const off = useForm(factorOffSchema, { password: '', code: '' })

watch(
  () => props.task,
  (task) => {
    if (task === null) return
    shown.value = task
    begun.value = null
    codes.value = []
    guard.start({ password: '' })
    code.start({ code: '' })
    off.start({ password: '', code: '' })
  },
)
const step = computed((): 'codes' | 'scan' | 'end' | 'password' => {
  if (codes.value.length > 0) return 'codes'
  if (begun.value !== null) return 'scan'
  return shown.value === 'end' ? 'end' : 'password'
})
const busy = computed(() => guard.busy.value || code.busy.value || off.busy.value)

async function go(): Promise<void> {
  if (step.value === 'scan') return confirm()
  if (step.value === 'end') return end()
  await guard.send(async (values) => {
    if (shown.value === 'set-up') begun.value = await api.call(peopleRoutes.beginFactor, { body: values })
    else show((await api.call(peopleRoutes.newRecoveryCodes, { body: values })).codes)
  })
}
async function confirm(): Promise<void> {
  await code.send(async (values) =>
    show((await api.call(peopleRoutes.confirmFactor, { body: values })).codes),
  )
}
async function end(): Promise<void> {
  if (!(await off.send((values) => api.call(peopleRoutes.endFactor, { body: values })))) return
  notices.say(labels.ended)
  emit('changed')
  emit('close')
}
function show(made: string[]): void {
  codes.value = made
  emit('changed')
}
const inGroups = (secret: string): string => secret.replace(/(.{4})(?=.)/g, '$1 ')
</script>

<template>
  <SideDialog :open="task !== null" :title="labels.tasks[shown]" @close="emit('close')">
    <RecoveryCodes v-if="step === 'codes'" :codes="codes" />
    <form v-else id="factor-form" class="grid gap-4" novalidate @submit.prevent="go">
      <template v-if="step === 'scan'">
        <p>{{ labels.scan }}</p>
        <QrCode :text="begun!.uri" :label="labels.qr" />
        <p class="text-small text-ink-2">
          {{ labels.byHand }}
          <span class="mt-1 block font-mono text-base break-words text-ink select-all">{{
            inGroups(begun!.secret)
          }}</span>
        </p>
        <TextField
          v-model="code.values.code"
          :label="labels.firstCode"
          :hint="labels.firstCodeHint"
          autocomplete="one-time-code"
          inputmode="numeric"
          :error="code.errors.value.code"
          @leave="code.leave('code')"
        />
        <ErrorMessage :message="code.problem.value" />
      </template>
      <template v-else-if="step === 'end'">
        <p>{{ labels.endIntro }}</p>
        <TextField
          v-model="off.values.password"
          :label="labels.password"
          type="password"
          autocomplete="current-password"
          :error="off.errors.value.password"
          @leave="off.leave('password')"
        />
        <TextField
          v-model="off.values.code"
          :label="words.signIn.second.code"
          :hint="words.signIn.second.codeHint"
          autocomplete="one-time-code"
          :error="off.errors.value.code"
          @leave="off.leave('code')"
        />
        <ErrorMessage :message="off.problem.value" />
      </template>
      <template v-else>
        <p>{{ shown === 'set-up' ? labels.setUpIntro : labels.newCodesIntro }}</p>
        <TextField
          v-model="guard.values.password"
          :label="labels.password"
          type="password"
          autocomplete="current-password"
          :error="guard.errors.value.password"
          @leave="guard.leave('password')"
        />
        <ErrorMessage :message="guard.problem.value" />
      </template>
    </form>
    <template #actions>
      <PlainButton v-if="step === 'codes'" kind="act" @click="emit('close')">{{ labels.kept }}</PlainButton>
      <template v-else>
        <PlainButton :kind="step === 'end' ? 'bad' : 'act'" type="submit" form="factor-form" :busy="busy">{{
          labels.go[step === 'password' && shown === 'codes' ? 'codes' : step]
        }}</PlainButton>
        <PlainButton @click="emit('close')">{{ words.frame.cancel }}</PlainButton>
      </template>
    </template>
  </SideDialog>
</template>
