<script setup lang="ts">
import { makesPosts, type OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import AccountsPanel from './AccountsPanel.vue'
import ActPanel from './ActPanel.vue'
import AgainPanel from './AgainPanel.vue'
import CheckList from './CheckList.vue'
import NumberField from './NumberField.vue'
import OnlyPanel from './OnlyPanel.vue'
import PartsPanel from './PartsPanel.vue'
import PhrasePart from './PhrasePart.vue'
import PillarPanel from './PillarPanel.vue'
import SpreadPanel from './SpreadPanel.vue'
import TriggerPanel from './TriggerPanel.vue'
import { useOrderPhrases } from './orderPhrases'

/** An order as the sentence that says it; each piece opens what it is made of. */
const props = defineProps<{ errors: Record<string, string> }>()
const rule = defineModel<OrderRule>({ required: true })
const { say, form } = words.orders
const { phrasesOf, sources, entries, folders, recipients } = useOrderPhrases()
const it = computed(() => phrasesOf(rule.value))
const isArticle = computed(() => rule.value.from.kind === 'articles')
const isMaking = computed(() => makesPosts(rule.value.act))
const set = (patch: Partial<OrderRule>): void => void (rule.value = { ...rule.value, ...patch })
const setFrom = (patch: Partial<OrderRule['from']>): void => set({ from: { ...rule.value.from, ...patch } })
const setWhen = (patch: Partial<OrderRule['when']>): void => set({ when: { ...rule.value.when, ...patch } })
const isWrong = (...fields: string[]): boolean =>
  Object.keys(props.errors).some((name) => fields.some((field) => name.startsWith(`rule.${field}`)))
</script>

<template>
  <div class="serif grid gap-1 text-[17px] leading-[1.6]" :aria-label="words.orders.sentence" role="group">
    <p class="relative">
      <PhrasePart
        :before="say.when"
        :phrase="it.trigger"
        :after="isArticle ? ` ${say.comes}` : ','"
        :title="form.trigger"
        :wrong="isWrong('from')"
      >
        <TriggerPanel
          :model-value="rule.from"
          :entries="entries"
          :errors="errors"
          @update:model-value="set({ from: $event })"
        />
      </PhrasePart>
    </p>
    <template v-if="isArticle">
      <p class="relative">
        <PhrasePart :before="say.from" :phrase="it.sources" :title="form.whereFrom">
          <CheckList
            :label="form.sources"
            :choices="(sources.list ?? []).map(({ id, label }) => ({ id, name: label }))"
            :none="form.noSources"
            :model-value="rule.from.sources"
            @update:model-value="setFrom({ sources: $event })"
          />
          <CheckList
            v-if="sources.folders.length > 0"
            :label="form.folders"
            :choices="sources.folders"
            none=""
            :model-value="rule.from.folders"
            @update:model-value="setFrom({ folders: $event })"
          />
          <p class="text-small text-ink-3">{{ form.anywhere }}</p>
        </PhrasePart>
      </p>
      <p class="relative">
        <PhrasePart
          :before="say.which"
          :phrase="it.only"
          after=","
          :title="form.which"
          :wrong="isWrong('only')"
        >
          <OnlyPanel
            :model-value="rule.only"
            :rule="rule"
            :errors="errors"
            @update:model-value="set({ only: $event })"
          />
        </PhrasePart>
      </p>
    </template>
    <p class="relative">
      <PhrasePart :phrase="it.act" after=" " :title="form.act" :wrong="isWrong('act', 'hand')">
        <ActPanel v-model="rule" :folders="folders" :recipients="recipients" :errors="errors" />
      </PhrasePart>
      <PhrasePart
        v-if="isMaking"
        :before="say.for"
        :phrase="it.accounts"
        :title="form.accounts"
        :wrong="isWrong('accounts')"
      >
        <AccountsPanel
          :model-value="rule.accounts"
          :errors="errors"
          @update:model-value="set({ accounts: $event })"
        />
      </PhrasePart>
    </p>
    <p class="relative" v-if="isMaking">
      <PhrasePart :before="say.with" :phrase="it.parts" after=", " :title="form.parts">
        <PartsPanel
          :model-value="rule.post"
          :is-article="isArticle"
          @update:model-value="set({ post: $event })"
        />
      </PhrasePart>
      <PhrasePart :phrase="it.pillar" after="," :title="form.filed">
        <PillarPanel :model-value="rule.post" @update:model-value="set({ post: $event })" />
      </PhrasePart>
    </p>
    <p class="relative">
      <PhrasePart
        :phrase="it.pace"
        :after="isMaking ? ', ' : '.'"
        :title="form.perDay"
        :wrong="isWrong('when.perDay')"
      >
        <NumberField
          :label="form.perDay"
          :hint="form.noCeiling"
          :model-value="rule.when.perDay"
          :error="errors['rule.when.perDay']"
          @update:model-value="setWhen({ perDay: $event })"
        />
      </PhrasePart>
      <PhrasePart
        v-if="isMaking"
        :phrase="it.spread"
        :after="it.good || it.again ? ', ' : '.'"
        :title="form.spread"
        :wrong="isWrong('when.minGapMinutes', 'when.between', 'when.times')"
      >
        <SpreadPanel :model-value="rule.when" :errors="errors" @update:model-value="set({ when: $event })" />
      </PhrasePart>
      <PhrasePart
        v-if="it.good"
        :phrase="it.good"
        :after="it.again ? ', ' : '.'"
        :title="form.goodFor"
        :wrong="isWrong('when.goodForHours')"
      >
        <NumberField
          :label="form.goodFor"
          :hint="form.noEnd"
          :model-value="rule.when.goodForHours"
          :error="errors['rule.when.goodForHours']"
          @update:model-value="setWhen({ goodForHours: $event })"
        />
      </PhrasePart>
      <PhrasePart
        v-if="it.again"
        :phrase="it.again"
        after="."
        :title="form.again"
        :wrong="isWrong('when.again')"
      >
        <AgainPanel
          :model-value="rule.when"
          :act="rule.act"
          :errors="errors"
          @update:model-value="set({ when: $event })"
        />
      </PhrasePart>
    </p>
  </div>
</template>
