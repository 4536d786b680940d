import angular from 'angular-eslint';
import { defineConfig } from 'eslint/config';

/** What is Angular's own: components and their templates. All other rules are in .oxlintrc.json. */
export default defineConfig(
  {
    files: ['desk/**/*.ts', 'shop/**/*.ts'],
    extends: [angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
  },
  {
    files: ['desk/**/*.html', 'shop/**/*.html'],
    extends: [angular.configs.templateRecommended, angular.configs.templateAccessibility],
  },
);
