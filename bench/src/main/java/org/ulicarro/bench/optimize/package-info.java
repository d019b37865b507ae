/** What the search for signal timing finds, beside exhaustive and random search: {@code bench/optimize} prints docs/optimise.md's table. */
package org.ulicarro.bench.optimize;
