/** Measured speed: {@link org.ulicarro.bench.SpeedTable} prints it beside a raw loop. */
package org.ulicarro.bench;
