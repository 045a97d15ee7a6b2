/** Addresses of the screens. Selection, tab and as-of date stand in the query, so that a view can be linked. */
import { createRouter, createWebHistory } from 'vue-router';
import LineageScreen from '../screens/lineage/LineageScreen.vue';

/** The addresses of the interface. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/lineage' },
    { path: '/lineage', name: 'lineage', component: LineageScreen },
    { path: '/dossiers', name: 'dossiers', component: () => import('../screens/dossiers/DossierList.vue') },
    {
      path: '/dossiers/:release',
      name: 'dossier',
      component: () => import('../screens/dossiers/DossierScreen.vue'),
      // The difference of two releases is a side by side: addresses of before lead there.
      beforeEnter: ({ params, query }) => {
        if (query.tab !== 'difference') return true;
        const against = query.against ? { of: `${String(query.against)};${String(params.release)}` } : null;
        const before = { of: String(params.release), with: 'before' };
        return { name: 'sides', query: { ...(against ?? before), asof: query.asof } };
      },
    },
    { path: '/visit', name: 'visit', component: () => import('../screens/visit/VisitScreen.vue') },
    { path: '/sides', name: 'sides', component: () => import('../screens/sides/SideScreen.vue') },
    {
      path: '/company',
      name: 'company',
      component: () => import('../screens/company/CompanyScreen.vue'),
    },
    {
      path: '/freshness',
      name: 'freshness',
      component: () => import('../screens/freshness/FreshnessScreen.vue'),
    },
    { path: '/support', name: 'support', component: () => import('../screens/support/SupportScreen.vue') },
    { path: '/settle', name: 'settle', component: () => import('../screens/settle/SettleScreen.vue') },
    { path: '/choose', name: 'choose', component: () => import('../screens/choose/ChooseScreen.vue') },
    {
      path: '/handover',
      name: 'handover',
      component: () => import('../screens/handover/HandOverScreen.vue'),
    },
    { path: '/intake', name: 'intake', component: () => import('../screens/intake/IntakeScreen.vue') },
    { path: '/:rest(.*)', name: 'missing', component: () => import('../screens/MissingScreen.vue') },
  ],
});
