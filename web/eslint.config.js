import a11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "node_modules", "public/core", "src/api/schema.ts", "src/survey/schema.ts"] },
  ...tseslint.configs.recommended,
  a11y.flatConfigs.recommended,
  {
    files: ["src/**/*.{ts,tsx}"],
    plugins: { "react-hooks": hooks },
    rules: {
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      // A drawing is made of shapes that can be pointed at; they carry their own role, label and keys.
      "jsx-a11y/no-noninteractive-tabindex": "off",
      "jsx-a11y/prefer-tag-over-role": "off",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", ignoreRestSiblings: true }],
    },
  },
  {
    files: ["src/**/*.{ts,tsx}"],
    rules: { "max-lines-per-function": ["error", 80], complexity: ["error", 20], "max-lines": ["error", 400] },
  },
  {
    // Drawing geometry and rules of entry know nothing of the screen framework.
    files: ["src/drawing/*.ts", "src/survey/*.ts"],
    rules: { "no-restricted-imports": ["error", { paths: ["react", "react-dom", "@chakra-ui/react"] }] },
  },
);
