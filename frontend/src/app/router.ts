import { createRouter, createWebHistory } from 'vue-router'


export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'caseload', component: () => import('@/caseload/CaseloadPage.vue') },
    {
      path: '/visit/:visit(\\d+)',
      component: () => import('@/shell/VisitShell.vue'),
      children: [
        { path: '', redirect: (to) => `/visit/${String(to.params.visit)}/story` },
        { path: 'story', name: 'story', component: () => import('@/steps/story/StoryStep.vue') },
        { path: 'screening', name: 'screening', component: () => import('@/steps/screening/ScreeningStep.vue') },
        { path: 'plan', name: 'plan', component: () => import('@/steps/plan/PlanStep.vue') },
        { path: 'match', redirect: (to) => `/visit/${String(to.params.visit)}/plan` },
        { path: 'compose', redirect: (to) => `/visit/${String(to.params.visit)}/plan` },
        { path: 'home', name: 'home', component: () => import('@/steps/home/HomeStep.vue') },
        { path: 'adjust', name: 'adjust', component: () => import('@/steps/adjust/AdjustStep.vue') },
        { path: 'measure', name: 'measure', component: () => import('@/steps/measure/MeasureStep.vue') },
        { path: 'tryout', name: 'tryout', component: () => import('@/steps/tryout/TryStep.vue') },
        { path: 'respond', name: 'respond', component: () => import('@/steps/respond/RespondStep.vue') },
      ],
    },
    { path: '/person/:client(\\d+)', name: 'person', component: () => import('@/person/PersonPage.vue') },
    { path: '/person/:client(\\d+)/course', name: 'person-course', component: () => import('@/course/PersonCoursePage.vue') },
    { path: '/course/:complaint(\\d+)', name: 'course', component: () => import('@/course/CoursePage.vue') },
    { path: '/complaint/:complaint(\\d+)/write/:kind(note|letter|urgent|summary)', name: 'write', component: () => import('@/documents/DocumentPage.vue') },
    { path: '/document/:document', name: 'document', component: () => import('@/documents/DocumentPage.vue') },
    { path: '/house', name: 'house', component: () => import('@/house/HousePage.vue') },
    { path: '/exchange', name: 'exchange', component: () => import('@/exchange/ExchangePage.vue') },
    { path: '/audit', name: 'audit', component: () => import('@/audit/AuditPage.vue') },
    { path: '/outbox', name: 'outbox', component: () => import('@/messages/OutboxPage.vue') },
    { path: '/account', name: 'account', component: () => import('@/account/AccountPage.vue') },
    { path: '/library/:drill?', name: 'library', component: () => import('@/library/LibraryPage.vue') },
    { path: '/conditions/:condition?', name: 'conditions', component: () => import('@/library/ConditionsPage.vue') },
    { path: '/sheet/:version(\\d+)', name: 'sheet', component: () => import('@/sheet/PrintedSheet.vue') },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./NowherePage.vue') },
  ],
})
