import { ref } from 'vue'

/** Whether the search over everything is open. */
export const finding = ref(false)
