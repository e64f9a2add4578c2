/** A layer with every way there is to mean a prim by its path, and every spelling that a reader may trip over. */
export const trapLayer = `#usda 1.0
(
    "a remark with a \\" quote and a <path/of/nothing>"
    customLayerData = {
        string note = "</World/Props/crate_a> is text here"
    }
    defaultPrim = "World"
    metersPerUnit = 0.01
    upAxis = "Z"
)

reorder rootPrims = ["World", 'Spare']

# </World/Props> in a remark stays
/* def "NotThere" { } */
class "_proto_bolt" // a class
{
    def Xform "Body"
    {
        def Cube "Head" { double size = 2
        }
    }
}

def Xform "World" (
    kind = "assembly"
    prepend variantSets = ["look", 'size']
    variants = {
        string look = "worn"
        string "size" = "big"
    }
    prepend apiSchemas = ["CollectionAPI:heavy"]
    relocates = {
        <Props/bolt_a/Body>: <Props/bolt_a/Torso>
    }
)
{
    rel collection:heavy:includes = [
        </World/Props/crate_a>, # first
        <Props/crate_b>,
        </World/Props/bolt_a.tint>,
    ]
    append rel collection:heavy:excludes = <Props/crate_a/lid>
    uniform token collection:heavy:expansionRule = "expandPrims"
    custom rel deep = </World/Props/crate_a.follow[/World/Props/crate_b.height].weight>
    reorder nameChildren = ["Props", "Rig"]
    reorder properties = ["deep", "collection:heavy:includes"]

    def Scope 'Props'
    {
        def Xform "crate_a" (inherits = [</_shelf>, </_proto_bolt>]
            doc = """a crate with </World/Props/crate_b> "in" its words""")
        {
            rel follow = <../crate_b>
            double height.connect = <../crate_b.height>
            double3 xformOp:translate = (1, 2.50, 3e0)
            double3 xformOp:rotateXYZ.timeSamples = {
                0: (0, 0, 0),
                24: (0, 90, 0),
            }
            uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:rotateXYZ"]
            def Mesh """lid"""
            {
                int[] faceVertexCounts = [4]
                int[] faceVertexIndices = [0, 1, 2, 3]
                point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 0)]
                rel material:binding = </World/Looks/Wood>
            }
        }
        def "crate_b" (
            references = [</World/Props/crate_a>, @other.usda@</World/Props/crate_a>]
            specializes = </_shelf>
        ) { double height = 4; over "lid" { bool doubleSided = 1
            }
        }
        def "bolt_a" (add references = </_proto_bolt>; instanceable = true) {
            custom color3f tint = (1, 0, 0)
            delete rel follow = </World/Props/crate_b>
        }
        def "b\\x6flt_b" (payload = </_proto_bolt>) {}
    }
    def Scope "Looks"
    {
        def Material "Wood"
        {
            token outputs:surface.connect = </World/Looks/Wood/Paint.outputs:surface>
            def Shader "Paint" {
                uniform token info:id = "UsdPreviewSurface"
                color3f inputs:diffuseColor = (0.6, 0.4, 0.2)
                token outputs:surface
            }
        }
    }
    def Xform "Rig"
    {
        rel aims = [<../Props/crate_a/lid.points>, <../../Spare>]
        prepend rel hooks = <.deep>
        def "rel" { int def = 1
        }
    }
    variantSet "look" = {
        "worn" {
            over "Props" {
                over "crate_a" { rel follow = </World/Props/crate_b>
                }
                def Xform "dent" {}
            }
        }
        "new" (
            doc = "as it came"
        ) {
            over "Props" { over "crate_b" {
                    def "label" { rel of = </World/Props/crate_b>
                    }
                }
            }
        }
    }
    variantSet "size" = { "big" { double scale = 2; variantSet "inner" = { "x" { def "Inside" {}
        } }
    } }
}
class "_shelf" { custom string shelf = 'it\\'s </World>'
}
over "Spare" { def Camera "view" { double3 xformOp:translate = (0, 0, 5); uniform token[] xformOpOrder = ["xformOp:translate"]
    }
}
`;
