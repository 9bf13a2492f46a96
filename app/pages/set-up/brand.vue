<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import type { Brand } from '#shared/people/types'
import * as words from '#shared/words'
import BrandForm from '~/people/BrandForm.vue'

const labels = words.brand
const brand = useBrandStore()
const goTo = useGoTo()
const session = useSessionStore()
const notices = useNoticesStore()
const route = useRoute()
const isNew = computed(() => route.query['new'] === '1')
const asking = ref(false)
const busy = ref(false)

async function made(created: Brand): Promise<void> {
  await session.load()
  session.choose(created.id)
  notices.say(words.notices.added(created.name))
  await goTo('/set-up/sources')
}
async function remove(): Promise<void> {
  busy.value = true
  try {
    await brand.call(peopleRoutes.removeBrand)
    await session.load()
    await goTo('/wire')
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
    asking.value = false
  }
}
</script>

<template>
  <div>
    <PartHead :title="isNew ? labels.newTitle : words.setUp.parts.brand" :intro="labels.intro" />
    <div class="max-w-[460px] px-6 pb-10">
      <BrandForm
        :key="isNew ? 'new' : `${brand.view!.brand.version}`"
        :brand="isNew ? null : brand.view!.brand"
        @made="made"
      />
      <div v-if="!isNew && brand.isOwner" class="mt-8 border-t border-rule pt-4">
        <PlainButton kind="bad" @click="asking = true">{{ labels.remove }}</PlainButton>
      </div>
    </div>
    <AskDialog
      :open="asking"
      :title="labels.removeAsk.title(brand.view!.brand.name)"
      :detail="labels.removeAsk.detail"
      :yes="labels.removeAsk.yes"
      :no="labels.removeAsk.no"
      :busy="busy"
      @yes="remove"
      @no="asking = false"
    />
  </div>
</template>
