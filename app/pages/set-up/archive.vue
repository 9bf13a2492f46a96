<script setup lang="ts">
import { Download } from '@lucide/vue'
import { archiveRoutes } from '#shared/archives/routes'
import * as words from '#shared/words'
import ArchiveList from '~/archives/ArchiveList.vue'
import { useArchives } from '~/archives/useArchives'

const labels = words.archives
const brand = useBrandStore()
const session = useSessionStore()
const goTo = useGoTo()
const { all, failed, sending, isReading, load, bring, stop } = useArchives()
async function open(id: string): Promise<void> {
  session.choose(id)
  await goTo('/schedule')
}
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.archive" :intro="labels.intro" />
    <div class="grid max-w-[620px] gap-8 px-6 pb-10">
      <section class="grid gap-2.5">
        <h3 class="part-name">{{ labels.out.title }}</h3>
        <p>{{ labels.out.detail(brand.view!.brand.name) }}</p>
        <p class="text-ink-2">{{ labels.out.left }}</p>
        <a
          v-if="brand.isOwner"
          :href="brand.pathTo(archiveRoutes.archive)"
          download
          :class="[
            'inline-flex min-h-8 items-center gap-1.5 justify-self-start rounded-[5px] border',
            'border-act bg-act px-2.5 py-1 text-[12.5px] font-semibold text-on-act',
          ]"
          ><Download :size="14" aria-hidden="true" />{{ labels.out.download }}</a
        >
        <p v-else class="text-ink-2">{{ labels.out.ownerOnly }}</p>
      </section>
      <section class="grid gap-2.5 border-t border-rule pt-6">
        <h3 class="part-name">{{ labels.in.title }}</h3>
        <p>{{ labels.in.detail }}</p>
        <FileButton
          v-if="session.me?.mayFound"
          class="justify-self-start"
          :label="labels.in.choose"
          accept=".zip,application/zip"
          :busy="sending !== ''"
          :disabled="isReading"
          @file="bring"
        />
        <p v-else class="text-ink-2">{{ labels.in.mayNot }}</p>
        <p v-if="sending" class="text-ink-2" role="status">{{ sending }}</p>
        <ErrorMessage v-if="failed" :message="failed" />
        <PlainButton v-if="failed && !all" class="justify-self-start" @click="load">{{
          words.frame.again
        }}</PlainButton>
        <h4 class="mt-2 font-semibold">{{ labels.list.title }}</h4>
        <p v-if="all?.length === 0" class="text-ink-3">{{ labels.list.empty }}</p>
        <p v-else-if="!all && !failed" class="text-ink-3">{{ words.frame.loading }} …</p>
        <ArchiveList v-else-if="all" :archives="all" @stop="stop" @open="open" />
      </section>
    </div>
  </div>
</template>
