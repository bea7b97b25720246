// @ts-check
import { TestEnvironment } from 'jest-environment-jsdom'

/** A page without a browser; packages are loaded as Node loads them. */
export default class PageEnvironment extends TestEnvironment {
  exportConditions() {
    return ['node', 'node-addons']
  }
}
