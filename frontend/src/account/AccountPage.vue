<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/app/session'
import PasswordForm from './PasswordForm.vue'
import SecondFactor from './SecondFactor.vue'

/** The own account; `first` where it must be made safe before anything else. */
defineProps<{ first?: boolean }>()
const session = useSession()
const me = computed(() => session.me!)
</script>

<template>
  <main class="page">
    <div class="head">
      <h1>{{ first ? 'Make your account safe first' : 'Your account' }}</h1>
      <RouterLink v-if="!first" to="/" class="back">to the caseload</RouterLink>
      <button v-else class="act plain back" @click="session.signOut">Sign out</button>
    </div>
    <p class="quiet">{{ me.name }}, {{ me.role }} at {{ me.clinic }}</p>
    <p v-if="first" class="known-box">A lead reads the audit trail, erases records and overrides refusals: this account opens with your password and a code from your phone.</p>
    <p v-else-if="me.practice && me.role === 'lead'" class="known-box">Everybody in this practice clinic is made up, so its lead needs no second factor. In any other clinic a lead does.</p>
    <SecondFactor />
    <PasswordForm v-if="!first" />
  </main>
</template>

<style scoped>
.page { max-width: 44rem; margin: 0 auto; padding: 1.2rem 1.4rem 3rem; display: grid; gap: 0.8rem; }
.head { display: flex; align-items: baseline; gap: 1rem; }
.back { margin-left: auto; }
</style>
