/** The moment at which the demo stands: Wednesday 14 October 2026, 16:20 in Lisbon. */
export const DEMO_NOW = Date.UTC(2026, 9, 14, 15, 20)
export const DEMO_SCHOOL = { name: 'Tern Hollow School', zone: 'Europe/Lisbon' }
