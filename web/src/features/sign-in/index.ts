export { SignInPage } from "./SignInPage";
