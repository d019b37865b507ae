@echo off
rem Starts Ulicarro on Windows. Builds it on first use, and keeps a class-data archive beside the jars so that it
rem starts quickly. The archive's name holds what it was made from: when the JDK or a jar changes, a new one is made.
setlocal enabledelayedexpansion
set "root=%~dp0"
if "%root:~-1%"=="\" set "root=%root:~0,-1%"
set "app=%root%\cli\target\app"
if exist "%root%\app\ulicarro.jar" set "app=%root%\app"
set "jar=%app%\ulicarro.jar"

set "java=java"
if defined JAVA_HOME if exist "%JAVA_HOME%\bin\java.exe" set "java=%JAVA_HOME%\bin\java.exe"

if not exist "%jar%" (
  echo ulicarro: building on first use, a minute or two ... 1>&2
  pushd "%root%"
  call mvn -q -B -DskipTests -pl cli -am package 1>&2
  if errorlevel 1 (
    popd
    echo ulicarro: the build failed 1>&2
    exit /b 70
  )
  popd
)

set "logs=-Xlog:disable -Xlog:all=error:stderr"
set "key="
for %%f in ("%jar%" "%app%\lib\*.jar") do set "key=!key!%%~zf%%~tf"
for /f %%v in ('""%java%" -XshowSettings:properties -version 2^>^&1 ^| findstr /c:"java.runtime.version""') do set "key=!key!%%v"
set "key=%key: =%"
set "key=%key::=%"
set "key=%key:/=%"
set "key=%key:.=%"
set "archive=%app%\start-%key:~-60%.jsa"

if not exist "%archive%" (
  echo ulicarro: preparing quick starts, once ... 1>&2
  del /q "%app%\start-*.jsa" 2>nul
  "%java%" -Xshare:off -XX:TieredStopAtLevel=1 "-XX:DumpLoadedClassList=%app%\making.list" %logs% -jar "%jar%" --help >nul 2>&1
  "%java%" -Xshare:dump "-XX:SharedClassListFile=%app%\making.list" "-XX:SharedArchiveFile=%archive%" %logs% -cp "%jar%" >nul 2>&1
  del /q "%app%\making.list" 2>nul
)

set "share=-Xshare:auto"
if exist "%archive%" set "share=-XX:SharedArchiveFile=%archive%"
set "speed=-XX:TieredStopAtLevel=1 -XX:+UseSerialGC"
if /i "%~1"=="run" set "speed=-XX:TieredStopAtLevel=1 -XX:+UseParallelGC"
if /i "%~1"=="demo" set "speed=-XX:TieredStopAtLevel=1 -XX:+UseParallelGC"
if /i "%~1"=="calibrate" set "speed=-XX:TieredStopAtLevel=1 -XX:+UseParallelGC"
rem Many replications pay for the optimising compiler.
set "before="
for %%w in (%*) do (
  if "!before!"=="-n" if %%~w geq 50 set "speed=-XX:FreqInlineSize=100 -XX:InlineSmallCode=1000 -XX:+UseParallelGC"
  set "before=%%~w"
)

"%java%" "%share%" %speed% %logs% "-Dulicarro.cache=%app%" -jar "%jar%" %*
exit /b %errorlevel%
