/** The words of the phone. */
export { en as say } from './en'
