package org.ulicarro.core.signal;

/** What a signal group shows to drivers. */
public enum Aspect {
    RED,
    GREEN,
    YELLOW
}
