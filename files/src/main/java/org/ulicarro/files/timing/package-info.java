/** Timing sheets: the settings of actuated controllers under the object names of NTCIP 1202 v03, out and in. */
package org.ulicarro.files.timing;
