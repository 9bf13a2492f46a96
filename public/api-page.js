// The page of the interface for programs: see server/interface/docsPage.ts.
window.SwaggerUIBundle({
  url: '/api/openapi.json',
  dom_id: '#api',
  deepLinking: true,
  docExpansion: 'list',
  defaultModelsExpandDepth: -1,
  validatorUrl: null,
  // A token typed here stays in this page.
  persistAuthorization: false,
})
