<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue'
import { defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useSession } from './session'
import LockedPage from './LockedPage.vue'
import RenewedNote from './RenewedNote.vue'
import SignIn from './SignIn.vue'
import { missing } from './renewed'
import { useIdle } from './useIdle'
import { finding } from '@/shell/finding'

const AccountPage = defineAsyncComponent(() => import('@/account/AccountPage.vue'))
const FindAnything = defineAsyncComponent(() => import('@/shell/FindAnything.vue'))
const session = useSession()
onMounted(session.find)

/** nothing of the search is loaded or asked for before somebody searches */
const sought = ref(false)
watch(finding, () => { sought.value = true })

function onKey(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k' || !session.me || session.locked || session.lost) return
  event.preventDefault()
  finding.value = !finding.value
}
onMounted(() => { document.addEventListener('keydown', onKey) })
useIdle(() => session.me?.idle_seconds, session.lock)

const theme = {
  token: {
    colorPrimary: '#1E5A68', colorText: '#1C2A31', colorTextPlaceholder: '#6b757a', colorBorder: '#8B8577',
    colorBgContainer: '#FFFEFB', colorError: '#A23E10', colorLink: '#1E5A68', colorTextDisabled: '#6b757a', borderRadius: 5, controlHeight: 44, fontSize: 16,
    fontFamily: "'Source Sans 3', system-ui, sans-serif", wireframe: true, boxShadow: 'none',
  },
}
</script>

<template>
  <ConfigProvider :theme="theme">
    <RenewedNote v-if="missing !== null" />
    <template v-if="session.known">
      <SignIn v-if="!session.me" />
      <AccountPage v-else-if="session.me.second_factor === 'needed'" first />
      <template v-else>
        <FindAnything v-if="sought" :open="finding && !session.locked && !session.lost" @close="finding = false" />
        <div class="behind" :inert="session.locked || session.lost"><RouterView /></div>
        <LockedPage v-if="session.locked" />
        <div v-else-if="session.lost" class="over" role="dialog" aria-modal="true" aria-label="You are signed out">
          <SignIn again />
        </div>
      </template>
    </template>
    <div id="open-lists" role="region" aria-label="Open list" />
  </ConfigProvider>
</template>

<style scoped>
.behind { display: contents; }
.over { position: fixed; inset: 0; background: rgb(28 42 49 / 45%); display: grid; place-items: center; z-index: 50; }
</style>
