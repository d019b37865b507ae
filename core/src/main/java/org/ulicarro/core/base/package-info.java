/** What everything else stands on: the clock, random streams, units, faults and saved state. Knows no other package. */
package org.ulicarro.core.base;
