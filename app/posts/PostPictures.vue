<script setup lang="ts">
import { readingRoutes } from '#shared/reading/routes'
import { ImagePlus, X } from '@lucide/vue'
import type { ArticleFull } from '#shared/reading/types'
import type { PostDoc } from '#shared/posts/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import type { PostEditor } from './usePostEditor'
import { useDeskStore } from './deskStore'

/**
 * The pictures found in the article, those taken for the post with their descriptions, and a way to upload
 * one.
 */
const props = defineProps<{
  editor: PostEditor
  article: ArticleFull | null
  cardImage: string | null
  readOnly: boolean
}>()
const doc = defineModel<PostDoc>({ required: true })
const labels = words.writing
const brand = useBrandStore()
const desk = useDeskStore()
const busy = ref('')
const problem = ref('')
const input = ref<HTMLInputElement | null>(null)

const found = computed(() => {
  const one = props.article
  if (!one) return []
  const page = new DOMParser().parseFromString(one.html, 'text/html')
  const inText = [...page.querySelectorAll('img')].map((image) => ({
    url: image.getAttribute('src') ?? '',
    alt: image.getAttribute('alt') ?? '',
  }))
  const lead = one.image && !inText.some(({ url }) => url === one.image) ? [{ url: one.image, alt: '' }] : []
  return [...lead, ...inText].filter(({ url }) => url !== '').slice(0, 9)
})
const shown = (url: string): string =>
  brand.pathTo(readingRoutes.picture, { query: { article: props.article?.id ?? '', url } })

async function work(name: string, run: () => Promise<void>): Promise<void> {
  busy.value = name
  problem.value = ''
  try {
    await run()
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  } finally {
    busy.value = ''
  }
}
const take = (url: string, alt: string): Promise<void> =>
  work(url, async () => props.editor.addPicture(await desk.takePicture(props.article!.id, url), alt))
const takeCard = (): Promise<void> =>
  work('card', async () => props.editor.addPicture(await desk.takeCardPicture(doc.value.link!)))
function upload(event: Event): void {
  const files = [...((event.target as HTMLInputElement).files ?? [])]
  void work('upload', async () => {
    for (const file of files) {
      // What is too large to be taken need not travel first.
      if (file.size > LIMITS.uploadBytes)
        throw new Error(words.refusals.pictureTooHeavy(LIMITS.uploadBytes / 1e6).detail)
      props.editor.addPicture(await desk.upload(file))
    }
  })
  ;(event.target as HTMLInputElement).value = ''
}
function takeOut(id: string): void {
  doc.value.pictures = doc.value.pictures.filter((picture) => picture.id !== id)
  for (const wording of doc.value.wordings) if (wording.pictureId === id) wording.pictureId = null
}
const isTaken = (url: string): boolean => taken.value.has(url)
// Which found picture became which kept one is remembered while one writes; afterwards they stand in the post
// itself.
const taken = ref(new Set<string>())
const takeOnce = async (url: string, alt: string): Promise<void> => {
  await take(url, alt)
  if (!problem.value) taken.value.add(url)
}
</script>

<template>
  <section :aria-label="labels.pictures" class="grid gap-1.5">
    <h2 class="part-name">{{ labels.pictures }}</h2>
    <ul v-if="!readOnly && found.length > 0" class="flex flex-wrap gap-1.5">
      <li v-for="image in found" :key="image.url">
        <button
          type="button"
          class="block rounded border-2"
          :class="isTaken(image.url) ? 'border-act' : 'border-transparent'"
          :title="image.alt"
          :aria-label="`${labels.choosePicture}: ${image.alt}`"
          :disabled="busy !== ''"
          @click="takeOnce(image.url, image.alt)"
        >
          <img
            :src="shown(image.url)"
            alt=""
            class="h-11 w-[58px] rounded-[3px] object-cover"
            :class="busy === image.url ? 'opacity-40' : ''"
          />
        </button>
      </li>
    </ul>
    <div v-for="picture in doc.pictures" :key="picture.id" class="grid gap-1">
      <div class="relative">
        <img
          :src="desk.pictureUrl(picture.id, 320)"
          :alt="picture.description"
          class="max-h-[120px] w-full rounded border border-rule object-cover"
        />
        <button
          v-if="!readOnly"
          type="button"
          class="absolute top-1 right-1 grid size-6 place-items-center rounded bg-sheet text-ink-2 hover:text-ink"
          :aria-label="labels.takeOutPicture"
          @click="takeOut(picture.id)"
        >
          <X :size="14" aria-hidden="true" />
        </button>
      </div>
      <p v-if="editor.pictures.value.get(picture.id)?.message" class="text-tiny text-ink-3">
        {{ editor.pictures.value.get(picture.id)!.message }}
      </p>
      <textarea
        v-model="picture.description"
        rows="2"
        :readonly="readOnly"
        :aria-label="labels.description"
        :placeholder="labels.descriptionHint"
        class="w-full rounded-md border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3"
      />
    </div>
    <template v-if="!readOnly">
      <input
        ref="input"
        type="file"
        accept="image/*"
        multiple
        class="sr-only"
        :aria-label="labels.upload"
        tabindex="-1"
        @change="upload"
      />
      <button
        type="button"
        class="flex min-h-6 items-center gap-1.5 justify-self-start text-small font-semibold text-act"
        :disabled="busy !== ''"
        @click="input?.click()"
      >
        <ImagePlus :size="14" aria-hidden="true" />{{ busy === 'upload' ? labels.uploading : labels.upload }}
      </button>
      <button
        v-if="cardImage && doc.link && !found.some(({ url }) => url === cardImage)"
        type="button"
        class="min-h-6 justify-self-start text-small font-semibold text-act"
        :disabled="busy !== ''"
        @click="takeCard"
      >
        {{ labels.card }}: {{ labels.useCardPicture }}
      </button>
      <p v-if="busy === 'upload'" class="sr-only" role="status">{{ labels.uploading }}</p>
    </template>
    <ErrorMessage :message="problem" />
  </section>
</template>
