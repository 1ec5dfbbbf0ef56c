import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import HomeApp from './HomeApp.vue'
import '@/ui/tokens.css'

createApp(HomeApp).use(VueQueryPlugin).mount('#app')
