// Stands in for packages that have no meaning outside the bundler.
export {};
