<script setup lang="ts">
import * as words from '#shared/words'
import { useTimetable } from '~/schedule/useTimetable'
import ReadyMadeSlots from '~/schedule/ReadyMadeSlots.vue'
import WeekGrid from '~/schedule/WeekGrid.vue'
import PlanChangeList from '~/schedule/PlanChangeList.vue'
import MixRules from '~/schedule/MixRules.vue'
import HolidayTimes from '~/almanac/HolidayTimes.vue'
import DaysThatDiffer from '~/schedule/DaysThatDiffer.vue'

const labels = words.timetable
const route = useRoute()
const brand = useBrandStore()
const { account, form, days, holidays, shares, change, isChanged, isRight, save } = useTimetable(
  String(route.params['id']),
)
useHead({ title: () => `${labels.of(account.value?.name ?? '')} · ${words.frame.product}` })
const readOnly = computed(() => !brand.isOwner)
// The schema names a row by its place; a person needs the sentence alone.
const rowError = computed(
  () =>
    Object.entries(form.errors.value).find(([field]) => /^(slots|except|holidays|mix)/.test(field))?.[1] ??
    '',
)
let saving: Promise<unknown> = Promise.resolve()
const saveNow = (): void => void (saving = save())
const { asking, leave, stay } = useLeaving(
  () => isChanged.value && !readOnly.value,
  () => saving,
)
useKeys([{ keys: ['s'], command: true, message: words.frame.save, run: saveNow }])
</script>

<template>
  <div class="contents">
    <PageHead :title="labels.title" :detail="account ? `${account.name} · ${account.handle}` : ''">
      <PlainButton to="/set-up/accounts" kind="quiet">{{ labels.back }}</PlainButton>
      <span class="grow" />
      <PlainButton
        v-if="!readOnly"
        kind="act"
        :busy="form.busy.value"
        :disabled="!isChanged"
        @click="saveNow"
        >{{ words.frame.save }}</PlainButton
      >
    </PageHead>
    <EmptyState
      v-if="brand.view && !account"
      :title="words.refusals.notFound.title"
      :detail="words.refusals.notFound.detail"
    />
    <p v-else-if="!account" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
    <div
      v-else
      class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_288px] max-wide:block max-wide:overflow-y-auto"
    >
      <div class="grid min-h-0 content-start gap-3 overflow-y-auto px-5 py-4 max-wide:overflow-visible">
        <ReadyMadeSlots v-if="!readOnly" v-model="form.values.slots" :account-id="account.id" />
        <WeekGrid v-model="form.values.slots" :read-only="readOnly" />
        <p class="text-small" :class="form.values.slots.length === 0 ? 'text-warn' : 'text-ink-3'">
          {{
            form.values.slots.length === 0
              ? labels.empty
              : `${words.account.slots(form.values.slots.length)}. ${labels.zone(brand.view!.brand.zone)}`
          }}
        </p>
        <p v-if="rowError" class="text-small text-bad" role="alert">{{ rowError }}</p>
        <ErrorMessage :message="form.problem.value" />
        <section :aria-label="labels.change" class="grid gap-1.5 border-t border-rule pt-3">
          <h2 class="part-name">{{ labels.change }}</h2>
          <PlanChangeList v-if="change" :change="change" />
          <p v-else class="text-small text-ink-3">
            {{ isChanged && !isRight ? labels.changeBad : labels.changeUnsaved }}
          </p>
        </section>
      </div>
      <aside
        :class="[
          'grid min-h-0 content-start gap-5 overflow-y-auto border-l border-rule bg-paper px-4',
          'py-4',
          'max-wide:border-t max-wide:border-l-0',
        ]"
      >
        <section :aria-label="labels.limits" class="grid gap-3">
          <h2 class="part-name">{{ labels.limits }}</h2>
          <TextField
            v-model="form.values.perDay"
            :label="labels.perDay"
            :placeholder="labels.perDayHint"
            inputmode="numeric"
            :disabled="readOnly"
            :error="form.errors.value.perDay"
            @leave="form.leave('perDay')"
          />
          <TextField
            v-model="form.values.minGapMinutes"
            :label="labels.minGap"
            inputmode="numeric"
            :disabled="readOnly"
            :error="form.errors.value.minGapMinutes"
            @leave="form.leave('minGapMinutes')"
          />
          <TextField
            v-model="form.values.repeatAfterDays"
            :label="labels.repeat"
            :placeholder="labels.repeatHint"
            inputmode="numeric"
            :disabled="readOnly"
            :error="form.errors.value.repeatAfterDays"
            @leave="form.leave('repeatAfterDays')"
          />
        </section>
        <MixRules v-model="shares" :read-only="readOnly" />
        <HolidayTimes v-model="holidays" :read-only="readOnly" />
        <DaysThatDiffer v-model="days" :read-only="readOnly" />
      </aside>
    </div>
    <AskDialog
      :open="asking"
      :title="words.frame.leaving.title"
      :detail="words.frame.leaving.detail"
      :yes="words.frame.leaving.yes"
      :no="words.frame.leaving.no"
      @yes="leave"
      @no="stay"
    />
  </div>
</template>
