import { createTheme } from "@mui/material/styles";

/* Looks of our own: ink and paper, one teal for what leads somewhere, ochre for a slip, rust for
   what leads nowhere. State is never told by colour alone. */
declare module "@mui/material/styles" {
  interface Palette {
    paper: { sheet: string; desk: string; line: string; ghost: string; tint: string; bar: string; onBar: string };
  }
  interface PaletteOptions {
    paper: { sheet: string; desk: string; line: string; ghost: string; tint: string; bar: string; onBar: string };
  }
}

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "data-scheme" },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: "#0d5c63" },
        secondary: { main: "#4b5a5c" },
        error: { main: "#a33417" },
        warning: { main: "#7a5600" },
        success: { main: "#2c6a3f" },
        background: { default: "#edf0ec", paper: "#fdfefc" },
        text: { primary: "#1d2628", secondary: "#505d60" },
        divider: "#cfd6d3",
        paper: {
          sheet: "#fdfefc",
          desk: "#edf0ec",
          line: "#cfd6d3",
          ghost: "#f6e4da",
          tint: "#d8e8e5",
          bar: "#1d2628",
          onBar: "#eef3f1",
        },
      },
    },
    dark: {
      palette: {
        primary: { main: "#7cc7c4" },
        secondary: { main: "#a9b7b8" },
        error: { main: "#f0977c" },
        warning: { main: "#e2b55a" },
        success: { main: "#8fce9f" },
        background: { default: "#161c1e", paper: "#1e2628" },
        text: { primary: "#e6ecea", secondary: "#a9b7b8" },
        divider: "#36413f",
        paper: {
          sheet: "#1e2628",
          desk: "#161c1e",
          line: "#3a4648",
          ghost: "#43291f",
          tint: "#1f4044",
          bar: "#0d1213",
          onBar: "#e6ecea",
        },
      },
    },
  },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: "'Instrument Sans Variable', system-ui, sans-serif",
    fontSize: 13,
    button: { textTransform: "none", fontWeight: 600 },
    h1: { fontSize: "1.35rem", fontWeight: 600 },
    h2: { fontSize: "1.05rem", fontWeight: 600 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { "&.Mui-focusVisible": { outline: "3px solid", outlineOffset: 1 } } },
    },
    MuiTooltip: { defaultProps: { enterDelay: 500 } },
    MuiTableCell: { styleOverrides: { root: { padding: "7px 12px" } } },
    MuiCssBaseline: {
      styleOverrides: { body: { overflow: "hidden", "@media print": { overflow: "visible" } } },
    },
  },
});
