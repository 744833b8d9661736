import vm from 'node:vm';
import { TestEnvironment } from 'jest-environment-node';

/**
 * Jest's environment for Node in an ordinary context. Its own one looks up every `Math` and `Float64Array` of a test
 * through a proxy, which makes what computes four times slower.
 */
export default class PlainContext extends TestEnvironment {
  constructor(config, context) {
    const { createContext } = vm;
    vm.createContext = () => createContext(vm.constants.DONT_CONTEXTIFY);
    try {
      super(config, context);
    } finally {
      vm.createContext = createContext;
    }
  }
}
