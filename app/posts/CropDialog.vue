<script setup lang="ts">
import type { Crop } from '#core/post'
import { cropFor, cropToRatio, shapesFor } from '#core/post/crop'
import { shapesOf } from '#core/post/mediaChecks'
import { sayShapes } from '#shared/posts/messages'
import type { PictureView, PostPicture } from '#shared/posts/types'
import type { Account } from '#shared/networks/types'
import * as words from '#shared/words'
import { useDeskStore } from './deskStore'

/** The part of a picture that one network shows: a frame to drag, and the point that must stay in sight. */
const props = defineProps<{
  open: boolean
  account: Account | null
  picture: PictureView | null
  crop: Crop | null
  focus: PostPicture['focus']
}>()
const emit = defineEmits<{ close: []; done: [crop: Crop | null, focus: PostPicture['focus']] }>()
const labels = words.writing
const desk = useDeskStore()
const frame = ref<Crop>({ x: 0, y: 0, width: 1, height: 1 })
const point = ref({ x: 0.5, y: 0.5 })
const stage = ref<HTMLElement | null>(null)

const size = computed(() => ({ width: props.picture?.width ?? 1, height: props.picture?.height ?? 1 }))
/** The shape asked for; null for the one nearest to the whole picture. */
const ratio = ref<number | null>(null)
const shapes = computed(() => (props.account ? shapesFor(props.account.rules.media) : []))
const most = computed(() => {
  if (!props.account) return frame.value
  return ratio.value === null
    ? cropFor(size.value, props.account.rules.media, point.value)
    : cropToRatio(size.value, ratio.value, point.value)
})
function shape(wanted: number | null): void {
  ratio.value = wanted
  frame.value = { ...most.value }
}
watch(
  () => props.open,
  (open) => {
    if (!open || !props.account) return
    point.value = { ...props.focus }
    ratio.value = null
    frame.value = props.crop ? { ...props.crop } : cropFor(size.value, props.account.rules.media, props.focus)
  },
  { immediate: true },
)
const percent = computed(() => ({
  left: `${(frame.value.x / size.value.width) * 100}%`,
  top: `${(frame.value.y / size.value.height) * 100}%`,
  width: `${(frame.value.width / size.value.width) * 100}%`,
  height: `${(frame.value.height / size.value.height) * 100}%`,
}))
const share = computed({
  get: () => Math.round((frame.value.width / most.value.width) * 100),
  set: (now) => {
    const ratio = most.value.width / most.value.height
    const width = Math.max(1, Math.round((most.value.width * now) / 100))
    const middle = { x: frame.value.x + frame.value.width / 2, y: frame.value.y + frame.value.height / 2 }
    const height = Math.max(1, Math.round(width / ratio))
    moveTo(middle.x - width / 2, middle.y - height / 2, width, height)
  },
})
function moveTo(x: number, y: number, width = frame.value.width, height = frame.value.height): void {
  frame.value = {
    x: Math.round(Math.min(size.value.width - width, Math.max(0, x))),
    y: Math.round(Math.min(size.value.height - height, Math.max(0, y))),
    width,
    height,
  }
}
const STEP = 0.02
function move(event: KeyboardEvent): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!by) return
  event.preventDefault()
  moveTo(frame.value.x + by[0]! * size.value.width * STEP, frame.value.y + by[1]! * size.value.height * STEP)
}
let drag: { x: number; y: number; from: Crop } | null = null
function grab(event: PointerEvent): void {
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  drag = { x: event.clientX, y: event.clientY, from: { ...frame.value } }
}
function pull(event: PointerEvent): void {
  const box = stage.value?.getBoundingClientRect()
  if (!drag || !box) return
  const scale = size.value.width / box.width
  moveTo(drag.from.x + (event.clientX - drag.x) * scale, drag.from.y + (event.clientY - drag.y) * scale)
}
const drop = (): void => {
  drag = null
}
/** A click beside the frame says what must stay in sight; the frame comes to it. */
function pick(event: MouseEvent): void {
  const box = stage.value?.getBoundingClientRect()
  if (!box) return
  point.value = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height }
  const ratio = frame.value.width / frame.value.height
  const near = cropToRatio(size.value, ratio, point.value)
  if (share.value >= 99) frame.value = near
  else
    moveTo(
      point.value.x * size.value.width - frame.value.width / 2,
      point.value.y * size.value.height - frame.value.height / 2,
    )
}
</script>

<template>
  <SideDialog
    :open="open"
    place="middle"
    :title="labels.cropFor(account?.rules.name ?? '')"
    @close="emit('close')"
  >
    <div v-if="picture && account" class="grid gap-3">
      <p class="text-small text-ink-2">
        {{ labels.cropHint }} <b class="font-semibold">{{ sayShapes(shapesOf(account.rules.media)) }}</b>
      </p>
      <!-- The pointer alone picks here; the frame itself is moved by keys as well. -->
      <div
        ref="stage"
        class="relative mx-auto max-h-[52vh] w-full touch-none overflow-hidden rounded bg-well bg-cover select-none"
        :style="{
          aspectRatio: `${picture.width} / ${picture.height}`,
          backgroundImage: `url(${desk.pictureUrl(picture.id, 1280)})`,
          maxWidth: `calc(52vh * ${picture.width / picture.height})`,
        }"
        @click="pick"
      >
        <div
          role="group"
          tabindex="0"
          class="absolute cursor-move border-2 border-[#fffdf8] shadow-[0_0_0_9999px_rgb(11_15_24/0.55)]"
          :style="percent"
          :aria-label="labels.cropHint"
          data-testid="crop-frame"
          @keydown="move"
          @click.stop
          @pointerdown="grab"
          @pointermove="pull"
          @pointerup="drop"
          @pointercancel="drop"
        />
        <i
          class="pointer-events-none absolute size-3 -translate-1/2 rounded-full border-2 border-[#fffdf8] bg-[#24365e]"
          :style="{ left: `${point.x * 100}%`, top: `${point.y * 100}%` }"
          aria-hidden="true"
        />
      </div>
      <div v-if="shapes.length > 1" class="flex flex-wrap gap-1" role="group" :aria-label="labels.shape">
        <PlainButton
          :class="ratio === null ? 'border-edge bg-well' : ''"
          :aria-pressed="ratio === null"
          @click="shape(null)"
          >{{ labels.anyShape }}</PlainButton
        >
        <PlainButton
          v-for="choice in shapes"
          :key="choice.name"
          :class="ratio === choice.ratio ? 'border-edge bg-well' : ''"
          :aria-pressed="ratio === choice.ratio"
          @click="shape(choice.ratio)"
          >{{ labels.shapes[choice.name] }}</PlainButton
        >
      </div>
      <label class="grid grid-cols-[auto_1fr] items-center gap-3 text-small text-ink-2"
        >{{ labels.zoom }}
        <input v-model.number="share" type="range" min="20" max="100" class="accent-(--act)" />
      </label>
      <p class="text-small text-ink-3">{{ frame.width }} × {{ frame.height }}</p>
    </div>
    <template #actions>
      <PlainButton kind="act" @click="emit('done', { ...frame }, point)">{{ labels.cropDone }}</PlainButton>
      <PlainButton @click="emit('done', null, point)">{{ labels.cropWhole }}</PlainButton>
    </template>
  </SideDialog>
</template>
