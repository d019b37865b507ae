/**
 * What controllers did, event by event.
 *
 * <p>Codes are those of the open enumeration of high-resolution controller events: H. Li et al., <i>Indiana Traffic Signal Hi Resolution
 * Data Logger Enumerations</i>, Purdue University, 2019, doi:10.5703/1288284316998.
 */
package org.ulicarro.core.signal.events;
