module.exports = {
  plugins: {
    'postcss-preset-mantine': {},
    // The three widths at which screens change: a phone, a small tablet, a small laptop.
    'postcss-simple-vars': {
      variables: { narrow: '48rem', medium: '64rem', wide: '75rem' },
    },
  },
};
