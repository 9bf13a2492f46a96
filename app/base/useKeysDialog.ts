const isOpen = ref(false)

/** The list of keys behind `?`. */
export function useKeysDialog() {
  return {
    isOpen: readonly(isOpen),
    openKeys: () => void (isOpen.value = true),
    closeKeys: () => void (isOpen.value = false),
  }
}
