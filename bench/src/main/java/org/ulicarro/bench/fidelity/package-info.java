/** Cases that hold what comes out against theory and field values, each with its own scene. */
package org.ulicarro.bench.fidelity;
