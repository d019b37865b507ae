/** Stage scripts as they are written: names are not resolved yet, and nothing has been checked. */
package org.ulicarro.core.study.script;
