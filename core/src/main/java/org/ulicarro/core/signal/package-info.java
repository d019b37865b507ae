/**
 * Signal control: controllers behind one small face, what their groups show, and which movements may go together.
 *
 * <p>A controller is asked once per tick of 0.1 s. Group numbers run through the whole network; {@link
 * org.ulicarro.core.signal.SignalSystem} knows which controller has which.
 */
package org.ulicarro.core.signal;
