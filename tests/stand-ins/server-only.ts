// Stands in for the package that keeps server modules out of the browser bundle: tests run on the server side.
export {};
