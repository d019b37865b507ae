/**
 * Networks as tables of the General Modeling Network Specification (GMNS 0.97, zephyr-data-specs), out and in. Both ways say what
 * cannot be said: the specification knows no roundabouts, tapers or yellow times, a study knows no capacities.
 */
package org.ulicarro.files.gmns;
