<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import { networkRoutes } from '#shared/networks/routes'
import { describedNetworkSchema } from '#shared/networks/schemas'
import type { DescribedNetwork } from '#shared/networks/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { describedValues } from './describedForm'
import NetworkFields from './NetworkFields.vue'

const labels = words.describedNetwork
const brand = useBrandStore()
const { data: networks } = useBrandQuery(networkRoutes.networks, { changes: ['account'] })
const editing = ref<DescribedNetwork | null>(null)
const isOpen = ref(false)
const form = useForm(describedNetworkSchema, describedValues())

function open(network: DescribedNetwork | null): void {
  editing.value = network
  form.start(describedValues(network))
  isOpen.value = true
}
async function save(): Promise<void> {
  const known = editing.value
  const done = await form.send((values) =>
    brand.change<Undoable>(known ? words.notices.saved : words.notices.added(values.name), () =>
      known
        ? brand.call(networkRoutes.editNetwork, {
            id: known.id,
            body: { ...values, version: known.version },
          })
        : brand.call(networkRoutes.describeNetwork, { body: values }),
    ),
  )
  if (done) isOpen.value = false
}
async function remove(): Promise<void> {
  const { id, facts } = editing.value!
  form.start(describedValues(editing.value))
  const done = await form.send(() =>
    brand.change(words.notices.removed(facts.name), () => brand.call(networkRoutes.removeNetwork, { id })),
  )
  if (done) isOpen.value = false
}
</script>

<template>
  <section
    v-if="networks && (networks.length > 0 || brand.isOwner)"
    class="mx-6 mb-10"
    :aria-label="labels.table"
  >
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h3 class="part-name">{{ labels.table }}</h3>
        <p class="max-w-[70ch] text-small text-ink-2">{{ labels.tableIntro }}</p>
      </div>
      <PlainButton v-if="brand.isOwner" @click="open(null)">{{ labels.add }}</PlainButton>
    </div>
    <ul v-if="networks.length > 0" class="mt-2 divide-y divide-rule border-y border-rule">
      <li
        v-for="network in networks"
        :key="network.id"
        class="flex items-center justify-between gap-4 py-2"
        :data-network="network.facts.name"
      >
        <p class="min-w-0">
          <b class="serif text-[16px] font-medium">{{ network.facts.name }}</b>
          <span class="ml-2 text-small text-ink-2">{{
            labels.of(network.facts.limit, network.accounts)
          }}</span>
        </p>
        <PlainButton
          v-if="brand.isOwner"
          kind="quiet"
          class="px-2"
          :aria-label="`${words.frame.edit}: ${network.facts.name}`"
          @click="open(network)"
          ><Pencil :size="15" aria-hidden="true"
        /></PlainButton>
      </li>
    </ul>
    <SideDialog :open="isOpen" :title="editing ? labels.editTitle : labels.newTitle" @close="isOpen = false">
      <form id="network-form" class="grid gap-4" novalidate @submit.prevent="save">
        <NetworkFields
          v-model="form.values"
          :errors="form.errors.value"
          :is-new="editing === null"
          @leave="form.leave"
        />
        <ErrorMessage :message="form.problem.value" />
      </form>
      <template #actions>
        <PlainButton kind="act" type="submit" form="network-form" :busy="form.busy.value">{{
          words.frame.save
        }}</PlainButton>
        <PlainButton v-if="editing" @click="remove">{{ words.frame.remove }}</PlainButton>
      </template>
    </SideDialog>
  </section>
</template>
