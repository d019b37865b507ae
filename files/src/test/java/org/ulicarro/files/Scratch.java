package org.ulicarro.files;
import java.nio.file.*; import java.util.*;
public class Scratch { public static void main(String[] a) throws Exception {
  long t=System.nanoTime();
  try { var s = StudyFolder.read(Path.of(a[0]), a.length>1? List.of(a[1].split("\\+")):List.of()); System.out.println((System.nanoTime()-t)/1000000+" ms"); System.out.println(s.study()); var c = s.compile(null); System.out.println(c.warnings()); System.out.println((System.nanoTime()-t)/1000000+" ms");
  } catch (StudyProblem p) { p.messages().forEach(System.out::println); }
}}
