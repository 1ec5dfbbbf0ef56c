import { ref } from 'vue'

/** The private link of the last hand-over: shown once, kept only in this page. */
export const handedOver = ref<{ visit: number; link: string; version: number } | null>(null)
