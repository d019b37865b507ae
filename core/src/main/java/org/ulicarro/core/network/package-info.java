/**
 * The road network as vehicles use it: links, lanes, turning paths and the places where paths meet, all derived from a study.
 *
 * <p>The one door is {@link org.ulicarro.core.network.NetworkCompiler}; what it returns never changes. What callers may rely on:
 *
 * <ol>
 *   <li>Lanes are numbered through the whole network: first those of links, link by link from the left, then turning paths.
 *   <li>A position on a link's lane is a station of the link (metres from its start along its axis), the same for all its lanes,
 *       so that neighbours compare directly; a bay begins at a station above zero. A position on a turning path is metres along it.
 *   <li>Paths of one approach never cross each other.
 * </ol>
 */
package org.ulicarro.core.network;
