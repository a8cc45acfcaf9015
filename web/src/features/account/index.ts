export { AccountPage } from "./AccountPage";
export { NewPasswordPage } from "./NewPasswordPage";
export { SignUpPage } from "./SignUpPage";
