package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import org.ulicarro.core.run.StandstillException;
import org.ulicarro.files.Message;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine;
import picocli.CommandLine.IExecutionExceptionHandler;
import picocli.CommandLine.IParameterExceptionHandler;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.ParseResult;

/** Turns what went wrong into words and an exit code. A stack trace is only shown with ULICARRO_DEBUG set. */
final class Failures implements IExecutionExceptionHandler, IParameterExceptionHandler {

    @Override
    public int handleParseException(ParameterException e, String[] args) {
        PrintWriter err = e.getCommandLine().getErr();
        String name = "ulicarro "
                + e.getCommandLine().getCommandSpec().qualifiedName(" ").replaceFirst("^ulicarro ", "");
        err.println(name + ": " + e.getMessage());
        err.println("See '" + name + " --help'.");
        return Exit.USAGE;
    }

    @Override
    public int handleExecutionException(Exception e, CommandLine command, ParseResult parsed) {
        PrintWriter err = command.getErr();
        if (e instanceof StudyProblem problem) {
            print(problem, err);
            return Exit.INPUT;
        }
        if (e instanceof ParameterException usage) {
            return handleParseException(usage, new String[0]);
        }
        if (e instanceof UncheckedIOException inside) {
            err.println("ulicarro: " + words(inside.getCause()));
            return Exit.INPUT;
        }
        if (e instanceof IOException io) {
            err.println("ulicarro: " + words(io));
            return Exit.INPUT;
        }
        if (e instanceof StandstillException) {
            err.println("ulicarro: the run ends with a standstill, and nothing was kept. " + e.getMessage());
            return Exit.UNFINISHED;
        }
        if (e instanceof InterruptedException) {
            err.println("ulicarro: interrupted; nothing was kept");
            return Exit.INPUT;
        }
        if (e instanceof IllegalArgumentException
                && e.getMessage() != null
                && e.getMessage().startsWith("--")) {
            err.println("ulicarro: " + e.getMessage());
            return Exit.USAGE;
        }
        err.println("ulicarro: this is a defect of Ulicarro " + Main.version() + ", not of your study: " + e);
        err.println("Please send us the study and this line; ULICARRO_DEBUG=1 shows where it happened.");
        if (System.getenv("ULICARRO_DEBUG") != null) {
            e.printStackTrace(err);
        }
        return Exit.DEFECT;
    }

    static void print(StudyProblem problem, PrintWriter to) {
        for (Message message : problem.messages()) {
            to.println(message);
        }
    }

    private static String words(IOException e) {
        if (e instanceof NoSuchFileException missing) {
            return missing.getFile() + ": this file or folder does not exist";
        }
        if (e instanceof AccessDeniedException denied) {
            return denied.getFile() + ": permission denied";
        }
        if (e instanceof FileSystemException failed) {
            return failed.getFile() + ": " + (failed.getReason() == null ? "cannot be used" : failed.getReason());
        }
        return e.getMessage() == null ? "a file cannot be used" : e.getMessage();
    }
}
