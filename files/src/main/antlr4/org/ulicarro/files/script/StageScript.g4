/* Stage scripts: what a controller decides, in words. See docs/stage-scripts.md. */
grammar StageScript;

script: item* EOF;

item: detectors | limit | flag | count | timer | stage | rules;

detectors: 'detectors' naming (',' naming)*;
naming: ID '=' ID;
limit: 'limit' ID '=' literal;
flag: 'flag' ID '=' (ON | OFF);
count: 'count' ID '=' NUMBER;
timer: 'timer' ID;

stage: 'stage' ID ('shows' ID+)? ('min' literal)? ('max' literal)?;

rules: ('always' | 'during' ID) stageRule*;

stageRule
    : 'if' expr action+                    # whenRule
    | ON ('leaving' | 'entering') change+  # eventRule
    ;

action: change | go;
change
    : 'set' ID expr   # setChange
    | 'start' ID      # startChange
    ;
go: 'go' choice (',' 'else' choice)*;
choice: ID ('when' expr)?;

expr
    : '-' expr                                          # minusExpr
    | expr op=('*' | '/') expr                          # timesExpr
    | expr op=('+' | '-') expr                          # plusExpr
    | expr op=('<' | '<=' | '>' | '>=' | '=' | '!=') expr # compareExpr
    | 'not' expr                                        # notExpr
    | expr 'and' expr                                   # andExpr
    | expr 'or' expr                                    # orExpr
    | ID '(' (expr (',' expr)*)? ')'                    # callExpr
    | ID                                                # nameExpr
    | (ON | OFF)                                        # switchExpr
    | literal                                           # literalExpr
    | '(' expr ')'                                      # innerExpr
    ;

literal: NUMBER unit=('s' | 'min' | 'h')?;

ON: 'on';
OFF: 'off';
NUMBER: [0-9]+ ('.' [0-9]+)?;
ID: [A-Za-z] [A-Za-z0-9_]* ([-.] [A-Za-z0-9_]+)*;
COMMENT: '#' ~[\r\n]* -> skip;
SPACE: [ \t\r\n]+ -> skip;
WRONG: .;
