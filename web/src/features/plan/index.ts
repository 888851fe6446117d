export { Plan as default } from "./Screen";
