/** Whether script runs in this page: before, the browser itself checks its forms. */
export function useScripted() {
  const isScripted = ref(false)
  onMounted(() => (isScripted.value = true))
  return isScripted
}
