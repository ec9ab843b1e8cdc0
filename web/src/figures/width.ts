import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** The width of an element on screen, px, as it changes; `first` until it is known. */
export function useWidth(element: Ref<Element | null>, first: number): Ref<number> {
  const width = ref(first)
  const watcher = new ResizeObserver(([entry]) => (width.value = entry.contentRect.width))
  onMounted(() => element.value && watcher.observe(element.value))
  onBeforeUnmount(() => watcher.disconnect())
  return width
}
