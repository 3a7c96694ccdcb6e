"""Colors: spaces, palettes, scales and ink."""
