import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { watchForRenewal } from './renewed'
import { router } from './router'
import '@/ui/tokens.css'

watchForRenewal(router)
createApp(App)
  .use(createPinia())
  .use(router)
  .use(VueQueryPlugin, {
    queryClientConfig: { defaultOptions: { queries: { retry: false, staleTime: 5_000, refetchOnWindowFocus: true } } },
  })
  .mount('#app')
